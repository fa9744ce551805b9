import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { render, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { beforeEach, expect, test, vi } from 'vitest';
import { api, type Kit } from '../api/client';
import { KitContext, type KitAtHand } from './kitContext';
import { Measure } from './Measure';

const kit: Kit = {
  name: 'Test',
  unit: 'in',
  ruler: '1/16 in',
  matting: { school: 'grow-mat', reveal: '1/8 in' },
  kits: 1,
  papers: [],
  layouts: [],
};
const atHand: KitAtHand = {
  slug: 'test',
  kit,
  answer: null,
  trouble: null,
  change: () => {},
  revision: 1,
  isSaved: true,
  stock: null,
  saveNow: () => Promise.resolve(1),
  taken: () => {},
  lit: null,
  setLit: () => {},
};
const ask = vi.spyOn(api, 'POST');

function show(onChange: (value: string) => void, value = '1 1/2 in', onSides?: (value: string, other: string) => void) {
  render(
    <QueryClientProvider client={new QueryClient()}>
      <KitContext value={atHand}>
        <Measure label="Width of L1-B2" value={value} onChange={onChange} {...(onSides && { onSides })} />
      </KitContext>
    </QueryClientProvider>,
  );
  return screen.getByLabelText('Width of L1-B2');
}

const answers = (exact: string) => ({ data: { exact, reading: exact }, response: new Response(null, { status: 200 }) });
const refuses = (says: string) => ({
  error: { detail: says, errors: { text: says } },
  response: new Response(null, { status: 400 }),
});

beforeEach(() => {
  ask.mockReset();
});

test('a measurement is shown with real fractions', () => expect(show(() => {})).toHaveValue('1½'));

test('Enter and then leaving asks the server once and changes once', async () => {
  const changed = vi.fn();
  let answer: (value: unknown) => void = () => {};
  ask.mockReturnValue(new Promise((resolve) => (answer = resolve)));
  const field = show(changed);
  await userEvent.clear(field);
  await userEvent.type(field, '2{Enter}');
  await userEvent.tab();
  answer(answers('2 in'));
  await waitFor(() => expect(changed).toHaveBeenCalledWith('2 in'));
  expect(changed).toHaveBeenCalledTimes(1);
  expect(ask).toHaveBeenCalledTimes(1);
});

test('what was not changed is not asked about', async () => {
  const changed = vi.fn();
  const field = show(changed);
  await userEvent.click(field);
  await userEvent.keyboard('{Enter}');
  expect(ask).not.toHaveBeenCalled();
  expect(changed).not.toHaveBeenCalled();
});

test('a text that is no length is told beside the field, and Escape leaves the number as it was', async () => {
  ask.mockResolvedValue(refuses("'6 1/z' is not a length: at column 5 a number was expected."));
  const changed = vi.fn();
  const field = show(changed);
  await userEvent.clear(field);
  await userEvent.type(field, '6 1/z{Enter}');
  expect(await screen.findByRole('alert')).toHaveTextContent('at column 5');
  expect(field).toBeInvalid();
  await userEvent.type(field, '{Escape}');
  expect(field).toHaveValue('1½');
  expect(screen.queryByRole('alert')).toBeNull();
  expect(changed).not.toHaveBeenCalled();
});

test('two sides typed at once are taken together', async () => {
  ask.mockResolvedValue({
    data: { exact: '9 in', reading: '9', other: '1 1/2 in' },
    response: new Response(null, { status: 200 }),
  });
  const [changed, both] = [vi.fn(), vi.fn()];
  const field = show(changed, '6 in', both);
  await userEvent.clear(field);
  await userEvent.type(field, '9 x 1 1/2{Enter}');
  await waitFor(() => expect(both).toHaveBeenCalledWith('9 in', '1 1/2 in'));
  expect(changed).not.toHaveBeenCalled();
});

test('a finger gets a keypad, whose keys are typed where the field stands; a mouse does not', async () => {
  ask.mockResolvedValue(answers('2 1/2 in'));
  Element.prototype.scrollIntoView = vi.fn(); // jsdom lays nothing out
  const changed = vi.fn();
  const field = show(changed);
  await userEvent.click(field);
  expect(screen.queryByRole('group', { name: 'Numbers and fractions' })).toBeNull();
  await userEvent.tab();
  await userEvent.pointer({ keys: '[TouchA]', target: field });
  const keypad = await screen.findByRole('group', { name: 'Numbers and fractions' });
  for (const key of ['3', 'Delete the last sign', '2', '½'])
    await userEvent.click(within(keypad).getByRole('button', { name: key }));
  expect(field).toHaveValue('2½');
  await userEvent.click(within(keypad).getByRole('button', { name: 'Done' }));
  await waitFor(() => expect(changed).toHaveBeenCalledWith('2 1/2 in'));
  expect(screen.queryByRole('group', { name: 'Numbers and fractions' })).toBeNull();
});
