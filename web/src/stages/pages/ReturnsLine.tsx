import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import type { LayoutAnswer } from '../../api/client';
import { AnotherPlace } from './AnotherPlace';
import type { Figure } from './ReturnsFigure';
import { LineToCome } from './LineToCome';

interface Props {
  layoutId: string;
  computed: LayoutAnswer | undefined;
  /** The labels of the pieces that are spoken of; the rest of the page is dimmed. */
  onShown: (labels: ReadonlySet<string> | null) => void;
  onFigure: (figure: Figure | null) => void;
}

/** Where accent colours return on a page: a quiet line; each colour's triangle is drawn on the page while it is looked at. */
export function ReturnsLine({ layoutId, computed, onShown, onFigure }: Props) {
  const { t } = useTranslation();
  const [open, setOpen] = useState(false);
  if (!computed) return <LineToCome text={t('pages.returns')} />;
  const returns = computed.returns ?? [];
  if (returns.length === 0) return null;
  const look = (one: (typeof returns)[number] | null) => {
    onShown(one && new Set(one.pieces));
    onFigure(one && { colour: one.colour, corners: one.corners });
  };
  return (
    <section aria-label={t('pages.returns')} className="pb-2">
      <button
        type="button"
        className="quiet"
        aria-expanded={open}
        onClick={() => {
          setOpen(!open);
          look(null);
        }}
      >
        {t('pages.returns')}: {returns.length}
      </button>
      {open && (
        <ul className="pt-1">
          {returns.map((one) => (
            <li key={one.colour}>
              <button
                type="button"
                className="flex w-full items-baseline gap-3 py-1 text-left text-[15px] max-md:items-center"
                onPointerEnter={() => look(one)}
                onPointerLeave={() => look(null)}
                onFocus={() => look(one)}
                onBlur={() => look(null)}
              >
                <span
                  className="mt-1 size-3.5 shrink-0 self-start border border-line"
                  style={{ background: one.colour }}
                  aria-hidden
                />
                <span>{one.says}</span>
              </button>
              {!one.isTriangle && <AnotherPlace layoutId={layoutId} colour={one.colour} />}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
