import type { Difference, Filling, GuestView, Layout, OpeningChange, Piece } from '../../api/client';
import { Choice } from '../../parts/Choice';
import { ConfirmButton } from '../../parts/ConfirmButton';
import { useKit } from '../../parts/kitContext';
import { readable, unbroken } from '../../parts/length';
import { BagNote } from './BagNote';
import { GuestWords } from './GuestWords';
import { useGuestAnswer } from './useGuestAnswer';
import type { WordsFor } from './words';

interface Props {
  guest: GuestView;
  /** Which workshop is looked at, as more of a query. */
  query: string;
  openings: readonly { layout: Layout; piece: Piece }[];
  changes: OpeningChange[];
  onChange: (changes: OpeningChange[]) => void;
  onWords: (words: WordsFor) => void;
  onRemove: () => void;
}

const ways = [
  ['as-designed', 'as designed'],
  ['turn', 'turned'],
  ['leave-empty', 'left empty'],
] as const;

// What it is filled with in place of a photo.
const fills: ReadonlySet<string> = new Set(['card', 'placeholder', 'patch', 'part']);

const keyOf = (change: { move: string; with?: string | null }) => `${change.move} ${change.with ?? ''}`;

// What a fit may do, which no press here does.
const other: Record<string, string> = {
  split: 'split',
  join: 'joined',
  pocket: 'with a pocket',
  resize: 'made smaller',
  frame: 'with a frame of strips',
  paper: 'in another paper',
  reveal: 'showing more or less of its mat',
  school: 'matted the other way',
  place: 'laid anew',
  remove: 'taken out',
  faces: 'trimmed off its other sides',
  border: 'with a white border',
};

// What is done to something that is no opening as designed: the whole page, another piece, one that is new.
const wholes: Record<string, string> = {
  mirror: 'mirrored',
  'one-page': 'one page of it',
  'two-pages': 'made twice, as a spread',
  add: 'added',
  shift: 'moved',
};

const headings: Record<Difference['in'], string> = { page: 'On the page', cuts: 'Cuts', sheets: 'Sheets', steps: 'Steps' };

// What it is, and where its paper comes from.
const filling = (f: Filling): string =>
  f.move !== 'patch'
    ? f.says
    : `${f.says}, ${f.source ? `out of ${f.source}` : 'paper to bring'}${f.contrast ? `, contrast ${f.contrast}` : ''}`;

/** One guest: each opening with what is done about it, then all that changes for them. */
export function GuestOpenings({ guest, query, openings, changes, onChange, onWords, onRemove }: Props) {
  const { kit, slug, lit, setLit } = useKit();
  const answer = useGuestAnswer(kit, changes, guest.words);
  const differences = answer.data?.differences ?? [];
  const setAside = answer.data?.setAside ?? [];
  const fillings = answer.data?.fillings ?? [];
  const findings = answer.data?.answer.layouts.flatMap((l) => l.findings).filter((f) => f.gravity !== 'eye') ?? [];
  return (
    <>
      <div className="flex items-baseline justify-between gap-4 pt-4">
        <h2 className="text-xl">{guest.name}’s openings</h2>
        <span className="flex gap-2">
          <a
            className="press-first"
            title="P"
            href={`/api/kits/${slug}/guide.pdf?guest=${guest.id}`}
            target="_blank"
            rel="noreferrer"
          >
            Print {guest.name}’s guide
          </a>
          {(changes.length > 0 || Object.keys(guest.words).length > 0) && (
            <a className="press" href={`/api/kits/${slug}/guests/cards.pdf?guest=${guest.id}${query}`} download>
              Card
            </a>
          )}
          <ConfirmButton asks={`Remove ${guest.name} for good?`} onConfirm={onRemove}>
            Remove
          </ConfirmButton>
        </span>
      </div>
      {openings.length === 0 && <p className="mt-2 text-soft">No photo openings on the pages yet.</p>}
      <ul className="mt-2">
        {openings.map(({ layout, piece }) => {
          const label = `${layout.id}-${piece.id}`;
          const rest = changes.filter((c) => c.layout !== layout.id || c.piece !== piece.id || c.move === 'shift');
          const own = changes.filter((c) => !rest.includes(c));
          const fill = own.find((c) => fills.has(c.move));
          const move = fill?.move ?? own[0]?.move ?? 'as-designed';
          const fillable = fillings.find((f) => f.opening === label)?.fillings ?? [];
          // A photo that is not printed yet keeps what was done to its opening; any other filling takes the opening's place.
          const isWaiting = fill?.move === 'placeholder' && own.length > 1;
          return (
            <li
              key={label}
              className={`-mx-2 flex min-h-8 flex-wrap items-center gap-x-3 px-2 text-[15px] ${lit === label ? 'bg-lit' : ''}`}
              onPointerEnter={() => setLit(label)}
              onPointerLeave={() => setLit(null)}
            >
              <span className="w-12 font-semibold">{label}</span>
              <span className="min-w-14 text-brass">
                {readable(piece.size.width)} x {readable(piece.size.height)}
              </span>
              <span role="radiogroup" aria-label={`What is done with ${label}`} className="flex gap-3">
                {ways.map(([value, says]) => (
                  <label key={value} className="flex items-center gap-1.5">
                    <input
                      type="radio"
                      name={`${guest.id}-${label}`}
                      className="accent-velvet"
                      checked={move === value}
                      onChange={() =>
                        onChange(value === 'as-designed' ? rest : [...rest, { layout: layout.id, piece: piece.id, move: value }])
                      }
                    />
                    {says}
                  </label>
                ))}
              </span>
              <Choice
                label={`What ${label} is filled with`}
                none="filled with…"
                optional
                value={fill ? keyOf(fill) : null}
                options={fillable.map((f) => ({ value: keyOf(f), name: filling(f) }))}
                onChange={(key) => {
                  const chosen = fillable.find((f) => keyOf(f) === key);
                  if (chosen)
                    onChange([
                      ...rest,
                      { layout: layout.id, piece: piece.id, move: chosen.move, with: chosen.with ?? undefined },
                    ]);
                }}
              />
              {own
                .filter((c) => c.move in other || (isWaiting && c.move === 'turn'))
                .map((c) => (
                  <span key={c.move} className="text-velvet">
                    {other[c.move] ?? 'turned'}
                  </span>
                ))}
            </li>
          );
        })}
      </ul>
      {changes.some((c) => c.move in wholes) && (
        <ul className="mt-1 text-[15px]">
          {changes
            .filter((c) => c.move in wholes)
            .map((c, i) => (
              <li key={i} className="flex items-baseline gap-x-5">
                <span className="w-16 font-semibold">{c.piece ? `${c.layout}-${c.piece}` : c.layout}</span>
                <span className="text-velvet">{wholes[c.move]}</span>
                <button type="button" className="quiet" onClick={() => onChange(changes.filter((other) => other !== c))}>
                  take back
                </button>
              </li>
            ))}
        </ul>
      )}
      {setAside.length > 0 && (
        <p className="mt-2 text-[15px] text-soft">
          {setAside.length === 1 ? 'One change speaks' : `${setAside.length} changes speak`} of what is not in the kit any more
          and {setAside.length === 1 ? 'is' : 'are'} left out.
        </p>
      )}
      <GuestWords key={guest.id} guest={guest} letters={answer.data?.letters ?? []} onWords={onWords} />
      <h2 className="mt-5 border-b border-line pb-1 text-xl">What changes</h2>
      {answer.error && (
        <p role="alert" className="pt-2 text-rust">
          {answer.error.message}
        </p>
      )}
      {findings.map((f) => (
        <p key={f.says} className="mt-2 border-l-2 border-rust pl-3 text-[15px] text-rust">
          {f.says}
        </p>
      ))}
      {answer.data && differences.length === 0 && <p className="pt-2">Nothing: {guest.name} makes it as designed.</p>}
      {(Object.keys(headings) as Difference['in'][]).map((place) => {
        const here = differences.filter((d) => d.in === place);
        return here.length === 0 ? null : (
          <section key={place} className="mt-2 grid grid-cols-[6.5rem_1fr] text-[15px] leading-6">
            <h3 className="font-sans text-soft">{headings[place]}</h3>
            <ul>
              {here.map((d, i) => (
                <li key={i}>{unbroken(d.says)}</li>
              ))}
            </ul>
          </section>
        );
      })}
      {answer.data && <BagNote bag={answer.data.bag} onDo={(change) => onChange([...changes, change])} />}
    </>
  );
}
