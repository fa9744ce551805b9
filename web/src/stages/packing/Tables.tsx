import type { SpoiledView } from '../../api/client';
import { LeafHead } from '../../parts/Fold';
import { useKit } from '../../parts/kitContext';
import { ScenePicture } from '../../parts/ScenePicture';
import { useSettle, useTable } from './useTable';

const partSettledAs: Record<string, string> = {
  sheet: 'from another pack',
  kept: 'another one was left over',
};

const settledAs: Record<string, string> = {
  spare: 'a spare was handed over',
  sheet: 'cut from another sheet',
  kept: 'cut from what was left',
  covered: 'the spot is covered',
};

const stepName: Record<string, string> = {
  cut: 'a cut',
  mat: 'a photo on its mat',
  frame: 'a frame',
  lay: 'a piece laid',
  'by-hand': 'work by hand',
  trim: 'a photo trimmed',
  gather: 'gathering the papers',
  prepare: 'a part made ready',
  'dry-layout': 'laying out dry',
  write: 'writing',
};

// A mat or a part of a piece lies where its piece does.
const pieceOf = (label: string) => label.split(' ')[0] ?? label;

/** What the tables tell: pieces that are spoiled or missing, with what can be done, and how long steps take here. */
export function Tables() {
  const { slug, lit, setLit } = useKit();
  const table = useTable(slug);
  const spoiled = table.data?.spoiled ?? [];
  const open = spoiled.filter((s) => !s.settled);
  if (table.error) throw table.error;
  return (
    <div className="text-[15px]">
      {table.data && open.length === 0 && (
        <p>Nothing is open. What somebody at a table calls spoiled or missing stands here at once, with what can be done.</p>
      )}
      <ul>
        {open.map((told) => (
          <Told
            key={told.id}
            slug={slug}
            told={told}
            lit={lit === pieceOf(told.piece)}
            onLit={(on) => setLit(on ? pieceOf(told.piece) : null)}
          />
        ))}
      </ul>
      {spoiled.length > open.length && <h2 className="pt-5 text-lg">Put right</h2>}
      <ul>
        {spoiled
          .filter((s) => s.settled)
          .map((told) => (
            <Settled key={told.id} slug={slug} told={told} />
          ))}
      </ul>
      <Times times={table.data?.times ?? []} />
    </div>
  );
}

interface ToldProps {
  slug: string;
  told: SpoiledView;
  lit: boolean;
  onLit: (on: boolean) => void;
}

function Told({ slug, told, lit, onLit }: ToldProps) {
  const settle = useSettle(slug, told.id);
  const press = (how: string, name: string, disabled = false) => (
    <button type="button" className="press" disabled={disabled || settle.isPending} onClick={() => settle.mutate(how)}>
      {name}
    </button>
  );
  return (
    <li
      data-lit={lit}
      className={`-mx-2 border-b border-line px-2 py-2 ${lit ? 'bg-lit' : ''}`}
      onPointerEnter={() => onLit(true)}
      onPointerLeave={() => onLit(false)}
    >
      <p>
        <strong>{told.piece}</strong> is {told.missing ? 'missing' : 'spoiled'}
        <span className="text-soft">
          {told.person && `, says ${told.person}`}, {new Date(told.toldAt).toLocaleTimeString([], { timeStyle: 'short' })}
          {' · '}
          {told.spares === 0 ? 'no spare left' : told.spares === 1 ? '1 spare left' : `${told.spares} spares left`}
        </span>
      </p>
      <ol className="list-decimal py-1 pl-6 text-soft">
        {told.again.map((way) => (
          <li key={way}>{way}</li>
        ))}
      </ol>
      <p className="flex flex-wrap gap-2 pt-1">
        {press('spare', 'A spare is handed over', told.spares === 0)}
        {press('kept', told.part ? 'Another one is left over' : 'Cut from what is left')}
        {press('sheet', told.part ? 'Another pack is opened' : 'Cut from another sheet')}
        {press('covered', 'The spot is covered')}
      </p>
      {settle.error && (
        <p role="alert" className="pt-1 text-rust">
          {settle.error.message}
        </p>
      )}
    </li>
  );
}

function Settled({ slug, told }: { slug: string; told: SpoiledView }) {
  const settle = useSettle(slug, told.id);
  return (
    <li className="flex items-baseline gap-2 border-b border-line py-1 text-soft">
      <span>
        {told.piece}
        {told.person && `, ${told.person}`}: {(told.part && partSettledAs[told.settled ?? '']) || settledAs[told.settled ?? '']}
      </span>
      <button type="button" className="quiet ml-auto" disabled={settle.isPending} onClick={() => settle.mutate(null)}>
        open again
      </button>
    </li>
  );
}

function Times({ times }: { times: readonly { kind: string; seconds: number; times: number }[] }) {
  return (
    <section aria-label="How long steps take here" className="pt-6">
      <h2 className="text-lg">How long steps take here</h2>
      {times.length === 0 ? (
        <p className="text-soft">
          Nothing is timed yet. Whoever follows the guide at the table can agree to tell it, without a name.
        </p>
      ) : (
        <table className="mt-1">
          <tbody>
            {times.map((t) => (
              <tr key={t.kind}>
                <td className="pr-6">{stepName[t.kind] ?? t.kind}</td>
                <td className="pr-6 text-right tabular-nums">{Math.round(t.seconds)} s</td>
                <td className="text-soft">{t.times === 1 ? 'timed once' : `timed ${t.times} times; the middle one`}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}

/** The pages, the spoiled and missing pieces lit. */
export function TablesPicture() {
  const { kit, slug, answer, lit, setLit } = useKit();
  const open = new Set((useTable(slug).data?.spoiled ?? []).filter((s) => !s.settled).map((s) => pieceOf(s.piece)));
  return (
    <>
      <LeafHead>
        <p className="text-[15px] text-soft">What is spoiled or missing stands out</p>
      </LeafHead>
      <div className="grid min-h-0 flex-1 auto-rows-fr gap-4 overflow-y-auto p-6 pt-2">
        {answer?.layouts.map((l) => (
          <ScenePicture
            key={l.id}
            scene={l.picture}
            papers={kit.papers ?? []}
            strong={open}
            lit={lit}
            onLit={setLit}
            className="max-h-full min-h-0 w-full"
          />
        ))}
      </div>
    </>
  );
}
