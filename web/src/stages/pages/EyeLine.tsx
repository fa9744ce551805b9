import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import type { Finding } from '../../api/client';
import { FindingNote } from '../../parts/FindingNote';

interface Props {
  layoutId: string;
  findings: readonly Finding[];
  /** The labels of the pieces that are spoken of; the rest of the page is dimmed. */
  onShown: (labels: ReadonlySet<string> | null) => void;
  onMend: (mend: NonNullable<Finding['mend']>) => void;
  onAccept: (finding: Finding, note: string | null) => void;
}

/** What the eye says of a page: a quiet line, opened when wanted. */
export function EyeLine({ layoutId, findings, onShown, onMend, onAccept }: Props) {
  const { t } = useTranslation();
  const [open, setOpen] = useState(false);
  const told = findings.filter((f) => f.gravity === 'eye');
  const fresh = told.filter((f) => f.accepted == null).length;
  if (told.length === 0) return null;
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
        </ul>
      )}
    </section>
  );
}
