import { render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, test, vi } from 'vitest';
import { ConfirmButton } from './ConfirmButton';
import { NumberField } from './NumberField';
import { TextField } from './TextField';

describe('a whole number', () => {
  const field = (props: Partial<Parameters<typeof NumberField>[0]> = {}) => {
    const changed = vi.fn();
    render(<NumberField label="Kits" value={14} min={1} max={200} onChange={changed} {...props} />);
    return { changed, input: screen.getByLabelText('Kits') };
  };

  test('is taken with Enter', async () => {
    const { changed, input } = field();
    await userEvent.clear(input);
    await userEvent.type(input, '20{Enter}');
    expect(changed).toHaveBeenCalledExactlyOnceWith(20);
  });

  test.each(['0', '201', '3.5', 'many'])('%s is told to be none, and not taken', async (text) => {
    const { changed, input } = field();
    await userEvent.clear(input);
    await userEvent.type(input, text);
    await userEvent.tab();
    expect(screen.getByRole('alert')).toHaveTextContent('A whole number from 1 to 200.');
    expect(changed).not.toHaveBeenCalled();
    await userEvent.type(input, '{Escape}');
    expect(input).toHaveValue('14');
  });

  test('may be nothing where nothing is meant', async () => {
    const { changed, input } = field({ none: 'as needed' });
    await userEvent.clear(input);
    await userEvent.tab();
    expect(changed).toHaveBeenCalledExactlyOnceWith(null);
  });
});

describe('a text', () => {
  const field = (props: Partial<Parameters<typeof TextField>[0]> = {}) => {
    const changed = vi.fn();
    render(<TextField label="Name" value="Block" onChange={changed} {...props} />);
    return { changed, input: screen.getByLabelText('Name') };
  };

  test('is taken on leaving, without spaces round it', async () => {
    const { changed, input } = field();
    await userEvent.clear(input);
    await userEvent.type(input, '  Sand block ');
    await userEvent.tab();
    expect(changed).toHaveBeenCalledExactlyOnceWith('Sand block');
  });

  test('that is empty is not taken unless it may be', async () => {
    const { changed, input } = field();
    await userEvent.clear(input);
    await userEvent.tab();
    expect(changed).not.toHaveBeenCalled();
    expect(input).toHaveValue('Block');
  });

  test('that may be empty is taken empty', async () => {
    const { changed, input } = field({ optional: true });
    await userEvent.clear(input);
    await userEvent.tab();
    expect(changed).toHaveBeenCalledExactlyOnceWith('');
  });
});

test('what cannot be undone is asked about first', async () => {
  const confirmed = vi.fn();
  render(
    <ConfirmButton asks="Remove Wanda for good?" onConfirm={confirmed}>
      Remove
    </ConfirmButton>,
  );
  await userEvent.click(screen.getByRole('button', { name: 'Remove' }));
  expect(confirmed).not.toHaveBeenCalled();
  expect(screen.getByText('Remove Wanda for good?')).toBeVisible();
});
