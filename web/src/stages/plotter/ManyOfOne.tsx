import { useMutation, useQuery } from '@tanstack/react-query';
import { useState, type SubmitEvent } from 'react';
import { useTranslation } from 'react-i18next';
import { api, ApiError, unwrap, type Piece } from '../../api/client';

const turns = { free: 'any', 'half-turn': 'half', 'one-way': 'none' } as const;

type Shape = 'circle' | 'oval' | 'hexagon' | 'rectangle';

/** Many of one outline, nested into as few sheets as it can find: an outline of the kit, or a round one of a size. */
export function ManyOfOne({ slug, onFile }: { slug: string | null; onFile: (file: string, name: string) => void }) {
  const { t } = useTranslation();
  const kit = useQuery({
    queryKey: ['plotter kit', slug],
    enabled: slug !== null,
    queryFn: async () => unwrap(await api.GET('/api/kits/{slug}', { params: { path: { slug: slug ?? '' } } })).kit,
  });
  const shaped = (kit.data?.layouts ?? []).flatMap((layout) =>
    (layout.pieces ?? [])
      .filter((p) => p.shape && p.shape.kind !== 'rectangle')
      .map((p) => ({ label: `${layout.id}-${p.id}`, piece: p })),
  );
  const [what, setWhat] = useState('circle');
  const [size, setSize] = useState({ width: '3', height: '3' });
  const [count, setCount] = useState('24');
  const paperOf = (piece: Piece) => kit.data?.papers?.find((p) => p.id === piece.paper);
  const own: Piece | undefined = shaped.find((s) => s.label === what)?.piece;
  const called = what === 'circle' || what === 'oval' || what === 'hexagon' ? t(`manyOfOne.shape.${what}`) : what;
  const named = (sheet: number) =>
    `${t('manyOfOne.many', { count: Number(count), what: called })}, ${t('cuts.sheet', { pattern: sheet })}`;
  const nest = useMutation({
    mutationFn: async () => {
      const read = async (text: string) =>
        unwrap(await api.POST('/api/compute/length', { body: { text, unit: 'in', ruler: '1/16 in' } })).exact;
      const outline = own
        ? {
            size: own.size,
            shape: own.shape ?? null,
            turn: turns[(own.face === 'B' ? paperOf(own)?.faceB : paperOf(own)?.faceA)?.direction ?? 'free'],
          }
        : {
            size: { width: await read(size.width), height: await read(what === 'circle' ? size.width : size.height) },
            shape: { kind: what as Shape },
          };
      const sheet = (own && paperOf(own)?.size) ?? { width: '12 in', height: '12 in' };
      return unwrap(
        await api.POST('/api/compute/nest', {
          body: { sheet, templates: [{ name: what, count: Number(count), ...outline }] },
        }),
      );
    },
    onSuccess: (answer) => answer.svg[0] && onFile(answer.svg[0], named(1)),
  });
  const make = (event: SubmitEvent<HTMLFormElement>) => {
    event.preventDefault();
    nest.mutate();
  };
  const fault =
    nest.error instanceof ApiError ? (Object.values(nest.error.errors)[0] ?? nest.error.message) : nest.error?.message;
  const answer = nest.data;
  return (
    <section>
      <h2 className="pt-4 font-serif text-lg">{t('manyOfOne.manyOfOneOutline')}</h2>
      <form onSubmit={make} className="flex flex-wrap items-center gap-x-3 gap-y-1.5">
        <input
          className="field w-16"
          aria-label={t('manyOfOne.howMany')}
          inputMode="numeric"
          value={count}
          onChange={(event) => setCount(event.currentTarget.value)}
        />
        {t('manyOfOne.of')}
        <select
          className="field"
          aria-label={t('manyOfOne.whichOutline')}
          value={what}
          onChange={(event) => setWhat(event.currentTarget.value)}
        >
          <option value="circle">{t('manyOfOne.aCircle')}</option>
          <option value="oval">{t('manyOfOne.anOval')}</option>
          <option value="hexagon">{t('manyOfOne.aHexagon')}</option>
          {shaped.map((s) => (
            <option key={s.label} value={s.label}>
              {s.label} {s.piece.name ?? ''}
            </option>
          ))}
        </select>
        {!own && (
          <span className="flex items-center gap-1.5">
            <input
              className="field w-20"
              aria-label={t('manyOfOne.howWideItIs')}
              value={size.width}
              onChange={(event) => setSize({ ...size, width: event.currentTarget.value })}
            />
            {what !== 'circle' && (
              <>
                x
                <input
                  className="field w-20"
                  aria-label={t('manyOfOne.howHighItIs')}
                  value={size.height}
                  onChange={(event) => setSize({ ...size, height: event.currentTarget.value })}
                />
              </>
            )}
            {t('manyOfOne.in')}
          </span>
        )}
        <button type="submit" className="press" disabled={nest.isPending || !(Number(count) > 0)}>
          {nest.isPending ? t('manyOfOne.laying') : own ? t('manyOfOne.layThemOnIts') : t('manyOfOne.layThemOnX')}
        </button>
      </form>
      {fault && (
        <p role="alert" className="text-rust">
          {fault}
        </p>
      )}
      {answer && (
        <>
          <p>
            {t('manyOfOne.taken', { count: answer.sheets, boxes: answer.byBoxes, least: answer.lowerBound })}{' '}
            {!answer.whole && t('manyOfOne.notAllOfThem')}
          </p>
          <p className="flex flex-wrap gap-3">
            {answer.svg.map((file, i) => (
              <button key={i} type="button" className="quiet" onClick={() => onFile(file, named(i + 1))}>
                {t('manyOfOne.sheet', { i: i + 1 })}
              </button>
            ))}
          </p>
        </>
      )}
    </section>
  );
}
