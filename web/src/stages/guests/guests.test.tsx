import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, describe, expect, test, vi } from 'vitest';
import type { Fit, GuestView, OpeningChange } from '../../api/client';
import { answers, Refusal, renderInKit, smallKit } from '../../test-kit';
import { GuestOpenings } from './GuestOpenings';
import { GuestPhotos } from './GuestPhotos';
import { Totals } from './Totals';
import { WantedPhotos } from './WantedPhotos';
import { BestForAll } from './BestForAll';
import { openLayouts, type BestFit } from './useBestForAll';

const guest = {
  id: 4,
  version: 1,
  name: 'Wren',
  changes: [],
  photos: { L1: '6 x 4' },
  words: {},
  pictures: [],
} as unknown as GuestView;
const turn: OpeningChange = { layout: 'L1', piece: 'P1', move: 'turn' };
const picture = { size: { width: '12 in', height: '12 in' }, marks: [], says: 'A page.' };
const fit = (changes: OpeningChange[], score: number, ...says: [string, number][]) => ({
  fit: { changes, score, reasons: says.map(([s, points]) => ({ says: s, points })), places: [] } as Fit,
  says: 'Every photo is in sight.',
  picture,
  changed: [],
});
const openings = (smallKit.layouts ?? []).flatMap((layout) => (layout.pieces ?? []).map((piece) => ({ layout, piece })));

afterEach(() => vi.restoreAllMocks());

describe('the fits of a guest', () => {
  const show = (changes: OpeningChange[], onTake = vi.fn(), onLook = vi.fn()) => {
    renderInKit(
      <GuestPhotos guest={guest} changes={changes} onPhotos={vi.fn()} onPictures={vi.fn()} onTake={onTake} onLook={onLook} />,
    );
    return onTake;
  };

  test('are told reason by reason, and taken by a press', async () => {
    answers('POST', () => ({
      fits: [fit([turn], 97, ['L1-P1 is turned.', 3])],
      isExact: true,
      why: null,
      asItStands: fit([], 60, ['L1-P1 has no photo.', 14]).fit,
    }));
    const onTake = show([]);
    expect(await screen.findByText('L1-P1 is turned.')).toBeInTheDocument();
    expect(screen.getByText('−3')).toBeInTheDocument();
    expect(screen.getByText(/as it stands/)).toBeInTheDocument();
    expect(screen.getByText('Every photo is in sight.')).toBeInTheDocument();
    expect(screen.getByText(/No better fit is possible/)).toBeInTheDocument();
    await userEvent.click(screen.getByRole('button', { name: 'Take it' }));
    expect(onTake).toHaveBeenCalledWith('L1', [turn]);
  });

  test('say which one is taken, and do not repeat it as what stands', async () => {
    answers('POST', () => ({
      fits: [fit([turn], 97, ['L1-P1 is turned.', 3])],
      isExact: false,
      why: null,
      asItStands: fit([turn], 97, ['L1-P1 is turned.', 3]).fit,
    }));
    show([turn]);
    expect(await screen.findByText('taken')).toBeInTheDocument();
    expect(screen.queryByText(/as it stands/)).toBeNull();
    expect(screen.getByText(/The best found/)).toBeInTheDocument();
  });

  test('say why there is none', async () => {
    answers('POST', () => ({ fits: [], isExact: true, why: '9 photos are more than L1 can hold.', asItStands: null }));
    show([]);
    expect(await screen.findByText('9 photos are more than L1 can hold.')).toBeInTheDocument();
  });

  test('tell a photo line that cannot be read in its own words', async () => {
    answers('POST', () => new Refusal('The question has faults.', { text: "'six by four' is no photo." }));
    show([]);
    expect(await screen.findByRole('alert')).toHaveTextContent("'six by four' is no photo.");
  });
});

describe('an opening by hand', () => {
  const fillings = [
    {
      opening: 'L1-P1',
      fillings: [
        { move: 'card', with: null, says: 'card to write on', source: null, contrast: null },
        { move: 'patch', with: 'plain A', says: 'patch of Plain A', source: 'offcut 1 of Plain, sheet 1', contrast: 3.4 },
        { move: 'patch', with: 'plain B', says: 'patch of Plain B', source: null, contrast: null },
      ],
    },
  ];
  const answer = { differences: [], setAside: [], letters: [], fillings, bag: { cut: [], missing: [] }, answer: { layouts: [] } };
  const show = (changes: OpeningChange[]) => {
    answers('POST', () => answer);
    const onChange = vi.fn();
    renderInKit(
      <GuestOpenings
        guest={guest}
        query=""
        openings={openings}
        changes={changes}
        onChange={onChange}
        onWords={vi.fn()}
        onRemove={vi.fn()}
      />,
    );
    return onChange;
  };

  test('is filled with what is in the bag, or what has to be brought', async () => {
    const onChange = show([]);
    const fill = screen.getByLabelText('What L1-P1 is filled with');
    await waitFor(() => expect(screen.getByText(/makes it as designed/)).toBeInTheDocument());
    await userEvent.click(fill);
    expect(screen.getByText('patch of Plain B, paper to bring')).toBeInTheDocument();
    await userEvent.click(screen.getByText('patch of Plain A, out of offcut 1 of Plain, sheet 1, contrast 3.4'));
    expect(onChange).toHaveBeenCalledWith([{ layout: 'L1', piece: 'P1', move: 'patch', with: 'plain A' }]);
  });

  test('another filling takes the place of what was done, and a piece that was moved stays moved', async () => {
    const shift: OpeningChange = { layout: 'L1', piece: 'P1', move: 'shift', at: { across: '1 in', down: '0 in' } };
    const onChange = show([turn, shift]);
    const row = screen.getByRole('radiogroup', { name: 'What is done with L1-P1' });
    expect(within(row).getByLabelText('turned')).toBeChecked();
    await userEvent.click(within(row).getByLabelText('as designed'));
    expect(onChange).toHaveBeenLastCalledWith([shift]);
    await userEvent.click(within(row).getByLabelText('left empty'));
    expect(onChange).toHaveBeenLastCalledWith([shift, { layout: 'L1', piece: 'P1', move: 'leave-empty' }]);
  });

  test('waits for its photo and is turned all the same', () => {
    show([turn, { layout: 'L1', piece: 'P1', move: 'placeholder', photos: ['photo 1'] }]);
    expect(screen.getByText('turned', { selector: '.text-velvet' })).toBeInTheDocument();
  });
});

test('the totals tell what is ready, what waits and what has to be brought', async () => {
  answers('GET', () => ({
    guests: 2,
    changed: 1,
    pieces: [{ paper: 'plain', face: 'A', size: { width: '4 in', height: '6 in' }, count: 3, asDesigned: 2 }],
    photos: [{ size: { width: '4 in', height: '6 in' }, count: 2 }],
    sheets: [{ paper: 'plain', count: 1, asDesigned: 2 }],
    pockets: 1,
    cards: 0,
    placeholders: [{ size: { width: '3 in', height: '4 in' }, count: 1 }],
    missing: [{ paper: 'plain', face: 'A', size: { width: '5 in', height: '5 in' }, count: 1 }],
  }));
  renderInKit(<Totals slug="kite-weekend" kit={smallKit} guests={[guest]} query="?workshop=table" />);
  const totals = await screen.findByRole('region', { name: 'All guests together' });
  expect(totals).toHaveTextContent('All 2 guests together, 1 otherwise than designed');
  expect(totals).toHaveTextContent('1 Plain 1 fewer than designed');
  expect(totals).toHaveTextContent('3 of 4 x 6 Plain, face A 1 more than designed');
  expect(totals).toHaveTextContent('1 of 3 x 4, for photos not printed yet');
  expect(totals).toHaveTextContent('paper for 1 of 5 x 5 Plain, face A: no bag has it');
  expect(within(totals).getByRole('link', { name: 'Print all cards' })).toHaveAttribute(
    'href',
    '/api/kits/kite-weekend/guests/cards.pdf?workshop=table',
  );
});

test('with nobody on the roster, the photos that the kit asks for are shown', () => {
  renderInKit(<WantedPhotos openings={openings} />);
  expect(screen.getByText('The photos this kit asks for')).toBeInTheDocument();
  expect(screen.getByText('4 x 6')).toBeInTheDocument();
});

test('the best fit is taken only where nothing was arranged by hand', () => {
  const standing = new Map([[4, { id: 4, stands: 'needs-a-fit' as const, open: ['L1', 'L2'] }]]);
  expect(openLayouts(guest, standing)).toEqual(['L1', 'L2']);
  expect(openLayouts({ ...guest, changes: [turn] }, standing)).toEqual(['L2']);
  expect(openLayouts({ ...guest, id: 5 }, standing)).toEqual([]);
});

test('the best fits of a table are looked at, and those under 80 are chosen by eye only', async () => {
  const view = (score: number) => ({ ...fit([turn], score), layout: {}, kit: smallKit, bag: { cut: [], missing: [] } });
  const offers = [
    { guest, layout: 'L1', view: view(92) },
    { guest: { ...guest, id: 5, name: 'Ash' }, layout: 'L1', view: view(61) },
    { guest: { ...guest, id: 6, name: 'Hale' }, layout: 'L1', view: null },
  ] as unknown as BestFit[];
  const onTake = vi.fn();
  renderInKit(<BestForAll offers={offers} isTaking={false} onTake={onTake} onClose={vi.fn()} />);
  expect(screen.getByText(/One is under 80/)).toBeInTheDocument();
  expect(screen.getByText(/No fit was found for Hale/)).toBeInTheDocument();
  await userEvent.click(screen.getByRole('button', { name: 'Take the one chosen' }));
  expect(onTake).toHaveBeenCalledWith([offers[0]]);
  await userEvent.click(screen.getByRole('checkbox', { name: /Ash/ }));
  await userEvent.click(screen.getByRole('button', { name: 'Take the 2 chosen' }));
  expect(onTake).toHaveBeenLastCalledWith([offers[0], offers[1]]);
});
