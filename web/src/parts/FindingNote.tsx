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
  const mend = finding.mend;
  if (finding.accepted != null)
    return (
      <p className="flex flex-wrap items-baseline gap-x-2 border-l-2 border-line py-0.5 pl-3 text-[14px] leading-5 text-soft">
        <span>{finding.says.split(/[.:] /)[0]}, let stand:</span>
        <TextField
          label={`Why ${finding.pieces[0] ?? 'it'} is let stand`}
          value={finding.accepted}
          onChange={(note) => onAccept?.(finding, note)}
          className="min-w-40 flex-1"
        />
        <button type="button" className="underline underline-offset-4" onClick={() => onAccept?.(finding, null)}>
          Look again
        </button>
      </p>
    );
  return (
    <p className={`border-l-2 py-0.5 pl-3 text-[15px] leading-5 ${looks[finding.gravity]}`}>
      {finding.says}{' '}
      {mend && onMend && (
        <button type="button" className="mr-3 font-semibold underline underline-offset-4" onClick={() => onMend(mend)}>
          {mend.says}
        </button>
      )}
      {finding.gravity !== 'fault' && onAccept && (
        <button type="button" className="underline underline-offset-4" onClick={() => onAccept(finding, 'seen')}>
          Let it stand
        </button>
      )}
    </p>
  );
}
