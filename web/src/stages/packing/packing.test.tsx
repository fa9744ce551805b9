import { screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { MemoryRouter } from 'react-router';
import { afterEach, describe, expect, test, vi } from 'vitest';
import type { CountsAnswer } from '../../api/client';
import { answers, Refusal, renderInKit, smallKit } from '../../test-kit';
import { Ledger } from '../ledger/Ledger';
import { Buy } from './Buy';
import { Cost } from './Cost';
import { Labels } from './Labels';
import { PieceTable } from './PieceTable';

const counts = {
  kits: 14,
  spareKits: 0,
  kitsPossible: 10,
  first: 'plain',
  counts: {
    kits: 14,
    byPiece: [
      {
        paper: 'plain',
        face: 'A',
        size: { width: '3 1/2 in', height: '4 in' },
        perKit: 2,
        total: 28,
        labels: ['L1-B1', 'L1-B2'],
      },
    ],
    photos: [],
    sheets: [],
    parts: [],
  },
  supplies: [],
  shopping: [
    {
      item: 'plain',
      name: 'Plain',
      isPaper: true,
      needed: 17,
      spare: 0,
      onHand: 7,
      missing: 10,
      packOf: 12,
      packs: 1,
      leftAfter: 2,
      price: '9.60',
    },
  ],
  cost: {
    currency: 'EUR',
    lines: [{ what: 'Plain', amount: '9.60', waste: '1.10', made: ['17 sheets; a pack of 12 is 9.60, each 0.80.'] }],
    total: '9.60',
    perKit: '0.69',
    price: '0.69',
    marginPercent: 0,
    unpriced: ['Dots'],
  },
  reconciliation: { listed: 28, planned: 28, guided: 28, differences: [], agrees: true },
  cuts: 40,
} as unknown as CountsAnswer;
const reach = (kits: number | null, first: string | null) => ({ kits, first, withOneMore: null, papers: [], savings: [] });
const table = (text: string) => new File([text], 'table.csv', { type: 'text/csv' });

afterEach(() => vi.restoreAllMocks());

describe('the counts', () => {
  test('say that they agree', () => {
    renderInKit(<PieceTable counts={counts} />);
    expect(screen.getByRole('status')).toHaveTextContent(
      '28 pieces by the layouts, by the cut plans and by the guide: the three agree.',
    );
    expect(screen.getByText('L1-B1, L1-B2')).toBeInTheDocument();
  });

  test('say where they do not', () => {
    const differences = [{ label: 'L1-B1', listed: 14, planned: 13, guided: 14 }];
    renderInKit(
      <PieceTable counts={{ ...counts, reconciliation: { listed: 28, planned: 27, guided: 28, differences, agrees: false } }} />,
    );
    expect(screen.getByRole('alert')).toHaveTextContent('28 pieces by the layouts, 27 by the cut plans, 28 by the guide.');
    expect(screen.getByRole('alert')).toHaveTextContent('L1-B1: 14, 13, 14');
  });

  test('are compared with a table of one’s own', async () => {
    let differences = ['piece 3½ x 4 Plain A: 27 in your table, 28 counted here.'];
    const post = answers('POST', () => ({ differences }));
    renderInKit(<PieceTable counts={counts} />);
    await userEvent.upload(screen.getByLabelText('Your own tally'), table('What,The run\npiece,27'));
    expect(await screen.findByText(/27 in your table, 28 counted here/)).toBeInTheDocument();
    expect(post[0]?.options).toMatchObject({ body: { text: 'What,The run\npiece,27' } });
    differences = [];
    await userEvent.upload(screen.getByLabelText('Your own tally'), table('What,The run\npiece,28'));
    expect(await screen.findByText(/agrees with these counts/)).toBeInTheDocument();
  });
});

describe('what is bought', () => {
  test('how many kits the stock gives, by the plans that are cut by', async () => {
    answers('POST', () => reach(12, 'plain'));
    renderInKit(<Buy counts={counts} />);
    expect(await screen.findByText('What is on hand gives 12 kits; Plain runs out first.')).toBeInTheDocument();
  });

  test('all of the list comes in at a press', async () => {
    const post = answers('POST', (path) => (path.endsWith('/reach') ? reach(10, 'plain') : { kit: smallKit }));
    const { taken } = renderInKit(<Buy counts={counts} />);
    await userEvent.click(screen.getByRole('button', { name: 'book in the pack of the list' }));
    expect(await screen.findByText('Booked in. The ledger has it, and can take it back.')).toBeInTheDocument();
    const call = post.find(({ path }) => path.endsWith('/bought'));
    expect(call?.options).toMatchObject({ body: { text: 'Id,Packs\nplain,1' }, headers: { 'If-Match': '"3"' } });
    expect(taken).toHaveBeenCalledWith({ kit: smallKit });
  });

  test('a list with a fault books nothing and says where it is', async () => {
    answers('POST', (path) =>
      path.endsWith('/reach')
        ? reach(10, 'plain')
        : new Refusal('Faults.', { 'row 2, Name': "Row 2, Name: there is no 'Gold'." }),
    );
    const { taken } = renderInKit(<Buy counts={counts} />);
    await userEvent.upload(screen.getByLabelText('The list as it comes back'), table('Name,Bought\nGold,1'));
    expect(await screen.findByRole('alert')).toHaveTextContent("Nothing was booked. Row 2, Name: there is no 'Gold'.");
    expect(taken).not.toHaveBeenCalled();
  });

  test('a price is said where it stands, and keeps the pack', async () => {
    answers('POST', () => reach(10, 'plain'));
    const { change } = renderInKit(<Buy counts={counts} />);
    const price = screen.getByLabelText('Price of a pack of Plain');
    await userEvent.clear(price);
    await userEvent.type(price, '10,40{Enter}');
    expect(change).toHaveBeenCalledWith(
      expect.objectContaining({ papers: [expect.objectContaining({ id: 'plain', pack: { of: 12, price: '10.40' } })] }),
    );
  });
});

test('every figure of the costs opens into what it is made of, and what has no price is told', async () => {
  renderInKit(<Cost counts={counts} />);
  await userEvent.click(screen.getByText('Plain'));
  expect(screen.getByText('17 sheets; a pack of 12 is 9.60, each 0.80.')).toBeVisible();
  expect(screen.getByText(/Without a price yet/)).toHaveTextContent('Dots');
});

describe('labels', () => {
  const pages = [{ width: 175, height: 82, svg: '<svg role="img"></svg>' }];
  const sheets = ['30 on Letter', 'one on a roll'];

  test('on a roll are shown as a label printer burns them, each for itself', async () => {
    answers('GET', () => ({ pages, labels: 40, count: 40, sheets }));
    renderInKit(<Labels head={null} />);
    expect(await screen.findByAltText('Label 40, dot by dot')).toHaveAttribute(
      'src',
      expect.stringContaining('/labels/40.png?of=pieces'),
    );
    await userEvent.click(screen.getByRole('button', { name: 'show them drawn' }));
    expect(screen.queryByAltText('Label 1, dot by dot')).toBeNull();
    expect(screen.getByText('The first 1 of 40 sheets; all of them are printed.')).toBeInTheDocument();
  });

  test('on sheets are drawn', async () => {
    answers('GET', () => ({ pages, labels: 40, count: 2, sheets }));
    renderInKit(<Labels head={null} />);
    expect(await screen.findByText(/^40 labels/)).toBeInTheDocument();
    expect(screen.queryByAltText('Label 1, dot by dot')).toBeNull();
  });
});

test('an offcut in the ledger says what can be made of it', async () => {
  const size = { width: '3 1/2 in', height: '6 in' };
  const get = answers('GET', (path) =>
    path === '/api/ledger'
      ? {
          movements: [
            {
              id: 1,
              at: '2026-05-01T09:00:00',
              kit: 'kite-weekend',
              revision: 1,
              item: 'offcuts',
              itemId: 'plain',
              name: 'Plain A/B',
              size,
              count: 2,
              reason: '2 kits cut',
              booking: 9,
              isPromise: false,
              mayGoBack: true,
            },
          ],
          balances: [
            {
              kit: 'kite-weekend',
              item: 'offcuts',
              itemId: 'plain',
              name: 'Plain A/B',
              size,
              onHand: 2,
              thing: 1,
              promised: 0,
              usedBy: ['kite-weekend'],
            },
          ],
        }
      : [{ slug: 'kite-weekend', kit: 'Kite weekend', pieces: [{ label: 'L1-B1', size }] }],
  );
  renderInKit(
    <MemoryRouter>
      <Ledger />
    </MemoryRouter>,
  );
  await userEvent.click(await screen.findByTitle('What can I make from this?'));
  expect(await screen.findByText(/L1-B1 \(3½ x 6\)/)).toBeInTheDocument();
  await waitFor(() =>
    expect(get.find(({ path }) => path === '/api/stock/makes')?.options).toMatchObject({
      params: { query: { width: '3 1/2 in', height: '6 in', paper: 'Plain' } },
    }),
  );
});
