import { render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { expect, test, vi } from 'vitest';
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
