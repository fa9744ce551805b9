import { Fragment } from 'react';
import { useTranslation } from 'react-i18next';
import type { BagPaper, OpeningChange } from '../../api/client';
import { useKit } from '../../parts/kitContext';
import { readable } from '../../parts/length';

interface Props {
  bag: BagPaper;
  /** Does something about a piece that does not come out of the bag. */
  onDo: (change: OpeningChange) => void;
}

/** From which paper in the bag changed pieces are cut, and what does not come out of it. */
export function BagNote({ bag, onDo }: Props) {
  const { t } = useTranslation();
  const { kit } = useKit();
  const nameOf = (id: string) => kit.papers?.find((p) => p.id === id)?.name ?? id;
  if (bag.cut.length + bag.missing.length === 0) return null;
  return (
    <section className="mt-2 grid grid-cols-[6.5rem_1fr] text-[15px] leading-6">
      <h3 className="font-sans text-soft">{t('bagNote.outOfTheBag')}</h3>
      <ul>
        {bag.cut.map((c) => (
          <li key={c.label}>
            {c.label}: {c.source}.
          </li>
        ))}
        {bag.missing.map((m) => {
          const [layout = '', piece = ''] = (m.label.split(' ')[0] ?? '').split('-');
          return (
            <li key={m.label} className="text-rust">
              {t('bagNote.xDoesNotCome', {
                label: m.label,
                width: readable(m.size.width),
                height: readable(m.size.height),
                paper: nameOf(m.paper),
              })}
              {m.instead.map((o) => (
                <Fragment key={`${o.paper} ${o.face}`}>
                  , {t('bagNote.or')}{' '}
                  <button
                    type="button"
                    className="quiet"
                    title={t('bagNote.outOf', { source: o.source })}
                    onClick={() => onDo({ layout, piece, move: 'paper', with: `${o.paper} ${o.face}` })}
                  >
                    {t('bagNote.take', { paper: nameOf(o.paper), face: o.face })}
                  </button>{' '}
                  {t('bagNote.contrast', { contrast: o.contrast })}
                </Fragment>
              ))}
              {m.asFrame && (
                <>
                  , {t('bagNote.or')}{' '}
                  <button type="button" className="quiet" onClick={() => onDo({ layout, piece, move: 'frame' })}>
                    {t('bagNote.frameItWithStrips')}
                  </button>
                </>
              )}
              .
            </li>
          );
        })}
      </ul>
    </section>
  );
}
