import { skipToken, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { api, unwrap } from '../../api/client';
import { useKit } from '../../parts/kitContext';
import { readable } from '../../parts/length';
import { sizeOf } from '../../parts/sizeOf';

/** Paper that lies there. */
export interface Rectangle {
  width: string;
  height: string;
  paper: string;
}

/**
 * What can be made from a rectangle of paper: pieces of all kits that come out of it; of an offcut on hand those of its paper.
 */
export function MakesOf({ from }: { from: Rectangle | null }) {
  const { t } = useTranslation();
  const { kit } = useKit();
  const [width, setWidth] = useState(from ? readable(from.width) : '');
  const [height, setHeight] = useState(from ? readable(from.height) : '');
  const [asked, setAsked] = useState(from);
  const paper = asked?.paper ? kit.papers?.find((p) => p.id === asked.paper)?.name : undefined;
  const makes = useQuery({
    queryKey: ['makes', asked],
    queryFn: asked
      ? async ({ signal }: { signal: AbortSignal }) =>
          unwrap(
            await api.GET('/api/stock/makes', { params: { query: { width: asked.width, height: asked.height, paper } }, signal }),
          )
      : skipToken,
  });
  return (
    <section className="pt-6" aria-label={t('makesOf.whatCanBeMade')}>
      <h2 className="text-lg">{t('makesOf.whatCanIMake')}</h2>
      <form
        className="flex items-baseline gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          setAsked({ width, height, paper: '' });
        }}
      >
        <input
          aria-label={t('makesOf.widthOfThePaper')}
          className="field w-24"
          placeholder="3 1/2"
          value={width}
          onChange={(event) => setWidth(event.currentTarget.value)}
        />
        x
        <input
          aria-label={t('makesOf.heightOfThePaper')}
          className="field w-24"
          placeholder="6"
          value={height}
          onChange={(event) => setHeight(event.currentTarget.value)}
        />
        <button type="submit" className="press" disabled={!width.trim() || !height.trim()}>
          {t('makesOf.look')}
        </button>
        {paper && <span className="text-soft">{t('makesOf.of', { paper })}</span>}
      </form>
      {makes.error && (
        <p role="alert" className="text-rust">
          {makes.error.message}
        </p>
      )}
      {makes.data?.length === 0 && <p className="text-soft">{t('makesOf.noPieceOfAny')}</p>}
      <ul>
        {makes.data?.map((m) => (
          <li key={m.slug} className="py-1">
            <span className="font-semibold">{m.kit}</span>:{' '}
            {m.pieces
              .slice(0, 12)
              .map((p) => `${p.label} (${sizeOf(p.size)})`)
              .join(', ')}
            {m.pieces.length > 12 && t('makesOf.andMore', { pieces: m.pieces.length - 12 })}
          </li>
        ))}
      </ul>
    </section>
  );
}
