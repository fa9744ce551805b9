import { useTranslation } from 'react-i18next';
import type { Finding } from '../api/client';
import { TextField } from './TextField';

interface Props {
  finding: Finding;
  onMend?: (mend: NonNullable<Finding['mend']>) => void;
  /** Lets a note stand with a reason, or takes that back with null. */
  onAccept?: (finding: Finding, note: string | null) => void;
}

const looks: Record<Finding['gravity'], string> = {
  fault: 'border-rust text-rust',
  note: 'border-brass text-brass',
  eye: 'border-line text-ink',
};

/** A finding beside the row it speaks of, with what one press does about it. */
export function FindingNote({ finding, onMend, onAccept }: Props) {
  const { t } = useTranslation();
  const mends = [finding.mend, ...(finding.otherMends ?? [])].filter((m) => m != null);
  if (finding.accepted != null)
    return (
      <p className="flex flex-wrap items-baseline gap-x-2 border-l-2 border-line py-0.5 pl-3 text-[14px] leading-5 text-soft">
        <span>{t('finding.letStand', { says: finding.says.split(/[.:] /)[0] })}</span>
        <TextField
          label={t('finding.why', { piece: finding.pieces[0] ?? '' })}
          value={finding.accepted}
          onChange={(note) => onAccept?.(finding, note)}
          className="min-w-40 flex-1"
        />
        <button type="button" className="underline underline-offset-4" onClick={() => onAccept?.(finding, null)}>
          {t('finding.again')}
        </button>
      </p>
    );
  return (
    <p className={`border-l-2 py-0.5 pl-3 text-[15px] leading-5 ${looks[finding.gravity]}`}>
      {finding.says}{' '}
      {onMend &&
        mends.map((mend, i) => (
          <button
            key={mend.says}
            type="button"
            className={`mr-3 underline underline-offset-4 ${i === 0 ? 'font-semibold' : ''}`}
            onClick={() => onMend(mend)}
          >
            {mend.says}
          </button>
        ))}
      {finding.gravity !== 'fault' && onAccept && (
        <button type="button" className="underline underline-offset-4" onClick={() => onAccept(finding, 'seen')}>
          {t('finding.stand')}
        </button>
      )}
    </p>
  );
}
