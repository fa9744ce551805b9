import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import type { Finding, LayoutAnswer } from '../../api/client';
import { FindingNote } from '../../parts/FindingNote';
import { LineToCome } from './LineToCome';

interface Props {
  layoutId: string;
  computed: LayoutAnswer | undefined;
  /** The labels of the pieces that are spoken of; the rest of the page is dimmed. */
  onShown: (labels: ReadonlySet<string> | null) => void;
  onMend: (mend: NonNullable<Finding['mend']>) => void;
  onAccept: (finding: Finding, note: string | null) => void;
}

/** What the eye says of a page: a quiet line, opened when wanted. */
export function EyeLine({ layoutId, computed, onShown, onMend, onAccept }: Props) {
  const { t } = useTranslation();
  const [open, setOpen] = useState(false);
  if (!computed) return <LineToCome text={t('pages.eyeSays')} />;
  const told = computed.findings.filter((f) => f.gravity === 'eye');
  // What is neither good nor bad, and worth a number.
  const besides = [...(computed.focal ?? []), ...(computed.shares ? [computed.shares] : [])].map((b) => b.says);
  const fresh = told.filter((f) => f.accepted == null).length;
  if (told.length + besides.length === 0) return null;
  return (
    <section aria-label={t('pages.eyeSays')} className="pb-2">
      <button
        type="button"
        className="quiet"
        aria-expanded={open}
        onClick={() => {
          setOpen(!open);
          onShown(null);
        }}
      >
        {t('pages.eyeSays')}: {fresh}
      </button>
      {open && (
        <ul className="pt-1">
          {told.map((finding) => {
            // What it is about stands out; what lies round it is dimmed, not hidden by its ground.
            const labels = new Set(finding.pieces.slice(0, 1).map((id) => `${layoutId}-${id}`));
            return (
              <li
                key={`${finding.code} ${finding.pieces.join(' ')}`}
                className="py-1"
                onPointerEnter={() => onShown(labels)}
                onPointerLeave={() => onShown(null)}
                onFocus={() => onShown(labels)}
                onBlur={() => onShown(null)}
              >
                <FindingNote
                  finding={finding}
                  onMend={(mend) => {
                    onShown(null);
                    onMend(mend);
                  }}
                  onAccept={onAccept}
                />
              </li>
            );
          })}
          {besides.map((says) => (
            <li key={says} className="py-1 pl-3.5 text-[15px] leading-5 text-soft">
              {says}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
