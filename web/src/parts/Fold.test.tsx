import { render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { beforeEach, expect, test } from 'vitest';
import { Fold } from './Fold';

beforeEach(() => localStorage.clear());

const fold = () => render(<Fold says={<p>words</p>} shows={<p>picture</p>} showing="the page" />);

test('the crease is moved by keys, rests at the thirds, and is remembered', async () => {
  const { unmount } = fold();
  const crease = screen.getByRole('separator');
  expect(crease).toHaveAttribute('aria-valuenow', '50');
  crease.focus();
  await userEvent.keyboard('{ArrowRight}');
  expect(crease).toHaveAttribute('aria-valuenow', '67');
  await userEvent.keyboard('{ArrowRight}');
  expect(crease).toHaveAttribute('aria-valuenow', '67');
  unmount();
  fold();
  expect(screen.getByRole('separator')).toHaveAttribute('aria-valuenow', '67');
});

test('on a narrow screen a leaf is turned over and back', async () => {
  fold();
  const turn = screen.getByRole('button', { name: 'Turn over: the page' });
  await userEvent.click(turn);
  expect(screen.getByRole('button', { name: 'Turn back to the words' })).toHaveAttribute('aria-pressed', 'true');
});
