import { useTranslation } from 'react-i18next';
import type { SpoiledView } from '../../api/client';
import { locale } from '../../words/words';
import { LeafHead } from '../../parts/Fold';
import { useKit } from '../../parts/kitContext';
import { ScenePicture } from '../../parts/ScenePicture';
import { useSettle, useTable } from './useTable';

// A mat or a part of a piece lies where its piece does.
const pieceOf = (label: string) => label.split(' ')[0] ?? label;

/** What the tables tell: pieces that are spoiled or missing, with what can be done, and how long steps take here. */
export function Tables() {
  const { t } = useTranslation();
  const { slug, lit, setLit } = useKit();
  const table = useTable(slug);
  const spoiled = table.data?.spoiled ?? [];
  const open = spoiled.filter((s) => !s.settled);
  if (table.error) throw table.error;
  return (
    <div className="text-[15px]">
      {table.data && open.length === 0 && <p>{t('tables.nothingIsOpenWhat')}</p>}
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
      {spoiled.length > open.length && <h2 className="pt-5 text-lg">{t('tables.putRight')}</h2>}
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
  const { t } = useTranslation();
  const settle = useSettle(slug, told.id);
  const presses = [
    { settled: 'spare', says: t('tables.press.spare'), disabled: told.spares === 0 },
    { settled: 'kept', says: t(told.part ? 'tables.press.partKept' : 'tables.press.kept') },
    { settled: 'sheet', says: t(told.part ? 'tables.press.partSheet' : 'tables.press.sheet') },
    { settled: 'covered', says: t('tables.press.covered') },
  ];
  return (
    <li
      data-lit={lit}
      className={`-mx-2 border-b border-line px-2 py-2 ${lit ? 'bg-lit' : ''}`}
      onPointerEnter={() => onLit(true)}
      onPointerLeave={() => onLit(false)}
    >
      <p>
        <strong>{told.piece}</strong> {t(told.missing ? 'tables.missing' : 'tables.spoiled')}
        <span className="text-soft">
          {told.person && t('tables.says', { person: told.person })},{' '}
          {new Date(told.toldAt).toLocaleTimeString(locale(), { timeStyle: 'short' })}
          {' · '}
          {t('tables.spares', { count: told.spares })}
        </span>
      </p>
      <ol className="list-decimal py-1 pl-6 text-soft">
        {told.again.map((way) => (
          <li key={way}>{way}</li>
        ))}
      </ol>
      <p className="flex flex-wrap gap-2 pt-1">
        {presses.map(({ settled, says, disabled }) => (
          <button
            key={settled}
            type="button"
            className="press"
            disabled={disabled || settle.isPending}
            onClick={() => settle.mutate(settled)}
          >
            {says}
          </button>
        ))}
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
  const { t } = useTranslation();
  const settle = useSettle(slug, told.id);
  return (
    <li className="flex items-baseline gap-2 border-b border-line py-1 text-soft">
      <span>
        {told.piece}
        {told.person && `, ${told.person}`}:{' '}
        {told.settled && t(`tables.${told.part ? 'partSettled' : 'settled'}.${told.settled}` as 'tables.settled.spare')}
      </span>
      <button type="button" className="quiet ml-auto" disabled={settle.isPending} onClick={() => settle.mutate(null)}>
        {t('tables.openAgain')}
      </button>
    </li>
  );
}

function Times({ times }: { times: readonly { kind: string; seconds: number; times: number }[] }) {
  const { t } = useTranslation();
  return (
    <section aria-label={t('tables.howLongStepsTake')} className="pt-6">
      <h2 className="text-lg">{t('tables.howLongStepsTake')}</h2>
      {times.length === 0 ? (
        <p className="text-soft">{t('tables.nothingIsTimedYet')}</p>
      ) : (
        <table className="mt-1">
          <tbody>
            {times.map((time) => (
              <tr key={time.kind}>
                <td className="pr-6">{t(`tables.step.${time.kind}` as 'tables.step.cut', { defaultValue: time.kind })}</td>
                <td className="pr-6 text-right tabular-nums">{t('tables.seconds', { n: Math.round(time.seconds) })}</td>
                <td className="text-soft">{t('tables.timed', { count: time.times })}</td>
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
  const { t } = useTranslation();
  const { kit, slug, answer, lit, setLit } = useKit();
  const open = new Set((useTable(slug).data?.spoiled ?? []).filter((s) => !s.settled).map((s) => pieceOf(s.piece)));
  return (
    <>
      <LeafHead>
        <p className="text-[15px] text-soft">{t('tables.whatIsSpoiledOr')}</p>
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
