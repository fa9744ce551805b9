import { Fragment } from 'react';
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
  const { kit } = useKit();
  const nameOf = (id: string) => kit.papers?.find((p) => p.id === id)?.name ?? id;
  if (bag.cut.length + bag.missing.length === 0) return null;
  return (
    <section className="mt-2 grid grid-cols-[6.5rem_1fr] text-[15px] leading-6">
      <h3 className="font-sans text-soft">Out of the bag</h3>
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
              {m.label} ({readable(m.size.width)} x {readable(m.size.height)} {nameOf(m.paper)}) does not come out of it: bring
              paper
              {m.instead.map((o) => (
                <Fragment key={`${o.paper} ${o.face}`}>
                  , or{' '}
                  <button
                    type="button"
                    className="quiet"
                    title={`out of ${o.source}`}
                    onClick={() => onDo({ layout, piece, move: 'paper', with: `${o.paper} ${o.face}` })}
                  >
                    take {nameOf(o.paper)} {o.face}
                  </button>{' '}
                  (contrast {o.contrast})
                </Fragment>
              ))}
              {m.asFrame && (
                <>
                  , or{' '}
                  <button type="button" className="quiet" onClick={() => onDo({ layout, piece, move: 'frame' })}>
                    frame it with strips
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
