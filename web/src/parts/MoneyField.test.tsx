import { act, cleanup, fireEvent, render, screen } from '@testing-library/react';
import { expect, test, vi } from 'vitest';
import { MoneyField } from './MoneyField';

function type(text: string, value: string | null = '9.60') {
  const onChange = vi.fn();
  render(<MoneyField label="Price" value={value} onChange={onChange} />);
  const field = screen.getByLabelText('Price');
  act(() => field.focus());
  fireEvent.change(field, { target: { value: text } });
  fireEvent.keyDown(field, { key: 'Enter' });
  return onChange;
}

test('an amount is taken, with a comma too', () => {
  expect(type('12,50')).toHaveBeenCalledExactlyOnceWith('12.50');
});

test('an empty field takes the amount away', () => {
  expect(type('')).toHaveBeenCalledWith(null);
});

test('what is no amount is told, stays to be mended, and is not taken', () => {
  expect(type('12.505')).not.toHaveBeenCalled();
  expect(screen.getByRole('alert').textContent).toBe('An amount such as 12.50');
  expect(screen.getByDisplayValue('12.505')).toBeTruthy();
});

test('after an amount the keys go to the screen again, after a mistake they stay', () => {
  type('12.50');
  expect(document.activeElement).toBe(document.body);
  cleanup();
  type('12.505');
  expect(document.activeElement).toBe(screen.getByLabelText('Price'));
});
