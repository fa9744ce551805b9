import { useTranslation } from 'react-i18next';
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

const designed = 'as-designed';
const ways = [designed, 'turn', 'leave-empty'] as const;

// What it is filled with in place of a photo.
const fills: ReadonlySet<string> = new Set(['card', 'placeholder', 'patch', 'part']);

const keyOf = (change: { move: string; with?: string | null }) => `${change.move} ${change.with ?? ''}`;

// What a fit may do, which no press here does.
const others = [
  'split',
  'join',
  'pocket',
  'resize',
  'frame',
  'paper',
  'reveal',
  'school',
  'place',
  'remove',
  'faces',
  'border',
] as const;
const isOther = (move: string): move is (typeof others)[number] => (others as readonly string[]).includes(move);

// What is done to something that is no opening as designed: the whole page, another piece, one that is new.
const wholes = ['mirror', 'one-page', 'two-pages', 'add', 'shift'] as const;
const isWhole = (move: string): move is (typeof wholes)[number] => (wholes as readonly string[]).includes(move);

const headings: readonly Difference['in'][] = ['page', 'cuts', 'sheets', 'steps'];

/** One guest: each opening with what is done about it, then all that changes for them. */
export function GuestOpenings({ guest, query, openings, changes, onChange, onWords, onRemove }: Props) {
  const { t } = useTranslation();
  const { kit, slug, lit, setLit } = useKit();
  // What it is, and where its paper comes from.
  const filling = (f: Filling): string =>
    f.move !== 'patch'
      ? f.says
      : [
          f.says,
          f.source ? t('bagNote.outOf', { source: f.source }) : t('guestOpenings.toBring'),
          f.contrast && t('guestOpenings.contrast', { contrast: f.contrast }),
        ]
          .filter(Boolean)
          .join(', ');
  const answer = useGuestAnswer(kit, changes, guest.words);
  const differences = answer.data?.differences ?? [];
  const setAside = answer.data?.setAside ?? [];
  const fillings = answer.data?.fillings ?? [];
  const findings = answer.data?.answer.layouts.flatMap((l) => l.findings).filter((f) => f.gravity !== 'eye') ?? [];
  return (
    <>
      <div className="flex items-baseline justify-between gap-4 pt-4">
        <h2 className="text-xl">{t('guestOpenings.sOpenings', { guest: guest.name })}</h2>
        <span className="flex gap-2">
          <a
            className="press-first"
            title="P"
            href={`/api/kits/${slug}/guide.pdf?guest=${guest.id}`}
            target="_blank"
            rel="noreferrer"
          >
            {t('guestOpenings.printSGuide', { guest: guest.name })}
          </a>
          {(changes.length > 0 || Object.keys(guest.words).length > 0) && (
            <a className="press" href={`/api/kits/${slug}/guests/cards.pdf?guest=${guest.id}${query}`} download>
              {t('guestOpenings.card')}
            </a>
          )}
          <ConfirmButton asks={t('guestOpenings.asks', { guest: guest.name })} onConfirm={onRemove}>
            {t('guestOpenings.remove')}
          </ConfirmButton>
        </span>
      </div>
      {openings.length === 0 && <p className="mt-2 text-soft">{t('guestOpenings.noPhotoOpeningsOn')}</p>}
      <ul className="mt-2">
        {openings.map(({ layout, piece }) => {
          const label = `${layout.id}-${piece.id}`;
          const rest = changes.filter((c) => c.layout !== layout.id || c.piece !== piece.id || c.move === 'shift');
          const own = changes.filter((c) => !rest.includes(c));
          const fill = own.find((c) => fills.has(c.move));
          const move = fill?.move ?? own[0]?.move ?? designed;
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
              <span role="radiogroup" aria-label={t('guestOpenings.whatIsDoneWith', { label })} className="flex gap-3">
                {ways.map((value) => (
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
                    {t(`guestOpenings.way.${value}`)}
                  </label>
                ))}
              </span>
              <Choice
                label={t('guestOpenings.whatIsFilledWith', { label })}
                none={t('guestOpenings.filled')}
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
                .filter((c) => isOther(c.move) || (isWaiting && c.move === 'turn'))
                .map((c) => (
                  <span key={c.move} className="text-velvet">
                    {t(isOther(c.move) ? `guestOpenings.other.${c.move}` : 'guestOpenings.way.turn')}
                  </span>
                ))}
            </li>
          );
        })}
      </ul>
      {changes.some((c) => isWhole(c.move)) && (
        <ul className="mt-1 text-[15px]">
          {changes
            .filter((c) => isWhole(c.move))
            .map((c, i) => (
              <li key={i} className="flex items-baseline gap-x-5">
                <span className="w-16 font-semibold">{c.piece ? `${c.layout}-${c.piece}` : c.layout}</span>
                <span className="text-velvet">{isWhole(c.move) && t(`guestOpenings.whole.${c.move}`)}</span>
                <button type="button" className="quiet" onClick={() => onChange(changes.filter((other) => other !== c))}>
                  {t('guestOpenings.takeBack')}
                </button>
              </li>
            ))}
        </ul>
      )}
      {setAside.length > 0 && (
        <p className="mt-2 text-[15px] text-soft">{t('guestOpenings.setAside', { count: setAside.length })}</p>
      )}
      <GuestWords key={guest.id} guest={guest} letters={answer.data?.letters ?? []} onWords={onWords} />
      <h2 className="mt-5 border-b border-line pb-1 text-xl">{t('guestOpenings.whatChanges')}</h2>
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
      {answer.data && differences.length === 0 && (
        <p className="pt-2">{t('guestOpenings.nothingMakesItAs', { guest: guest.name })}</p>
      )}
      {headings.map((place) => {
        const here = differences.filter((d) => d.in === place);
        return here.length === 0 ? null : (
          <section key={place} className="mt-2 grid grid-cols-[6.5rem_1fr] text-[15px] leading-6">
            <h3 className="font-sans text-soft">{t(`guestOpenings.heading.${place}`)}</h3>
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
