import { render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { expect, test, vi } from 'vitest';
import { switchLetters } from './letterKeys';
import { useKeys, type KeyAction } from './useKeys';

function Leaf({ actions }: { actions: KeyAction[] }) {
  useKeys(actions);
  return (
    <>
      <input aria-label="field" />
      <div role="dialog">
        <button type="button">inside</button>
      </div>
      <button type="button">outside</button>
    </>
  );
}

test('a key does what it says, with its modifiers and no others', async () => {
  const [plain, shifted] = [vi.fn(), vi.fn()];
  render(
    <Leaf
      actions={[
        { key: 'z', ctrl: true, does: plain },
        { key: 'z', ctrl: true, shift: true, does: shifted },
      ]}
    />,
  );
  await userEvent.keyboard('z');
  expect(plain).not.toHaveBeenCalled();
  await userEvent.keyboard('{Control>}z{/Control}');
  expect(plain).toHaveBeenCalledOnce();
  await userEvent.keyboard('{Control>}{Shift>}Z{/Shift}{/Control}');
  expect(shifted).toHaveBeenCalledOnce();
});

test('a field and a dialog keep their keys', async () => {
  const does = vi.fn();
  render(<Leaf actions={[{ key: 'n', does }]} />);
  await userEvent.type(screen.getByLabelText('field'), 'n');
  screen.getByText('inside').focus();
  await userEvent.keyboard('n');
  expect(does).not.toHaveBeenCalled();
  screen.getByText('outside').focus();
  await userEvent.keyboard('n');
  expect(does).toHaveBeenCalledOnce();
});

test('what is on the screen last answers, and nothing once it has left', async () => {
  const [before, after] = [vi.fn(), vi.fn()];
  const { rerender, unmount } = render(<Leaf actions={[{ key: 'n', does: before }]} />);
  rerender(<Leaf actions={[{ key: 'n', does: after }]} />);
  await userEvent.keyboard('n');
  expect(before).not.toHaveBeenCalled();
  expect(after).toHaveBeenCalledOnce();
  unmount();
  await userEvent.keyboard('n');
  expect(after).toHaveBeenCalledOnce();
});

test('what has the focus keeps the keys that mean something to it', async () => {
  const does = vi.fn();
  function Own() {
    useKeys(['ArrowRight', ' ', 'Enter'].map((key) => ({ key, does })));
    return (
      <>
        <div role="separator" tabIndex={0} aria-label="crease" />
        <input type="radio" aria-label="choice" />
        <button type="button">press</button>
        <p tabIndex={-1}>words</p>
      </>
    );
  }
  render(<Own />);
  screen.getByLabelText('crease').focus();
  await userEvent.keyboard('{ArrowRight}');
  screen.getByLabelText('choice').focus();
  await userEvent.keyboard('{ArrowRight}');
  screen.getByText('press').focus();
  await userEvent.keyboard(' {Enter}');
  expect(does).not.toHaveBeenCalled();
  await userEvent.keyboard('{ArrowRight}');
  screen.getByText('words').focus();
  await userEvent.keyboard('{ArrowRight}');
  expect(does).toHaveBeenCalledTimes(2);
});

test('keys of a single letter can be switched off, those with Ctrl and Alt stay', async () => {
  const does = vi.fn();
  render(
    <Leaf
      actions={[
        { key: 'n', does },
        { key: 'z', ctrl: true, does },
        { key: 'ArrowDown', does },
      ]}
    />,
  );
  switchLetters(false);
  await userEvent.keyboard('n');
  expect(does).not.toHaveBeenCalled();
  await userEvent.keyboard('{Control>}z{/Control}{ArrowDown}');
  expect(does).toHaveBeenCalledTimes(2);
  switchLetters(true);
  await userEvent.keyboard('n');
  expect(does).toHaveBeenCalledTimes(3);
});
