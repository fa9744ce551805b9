import { useTranslation } from 'react-i18next';
import { Dialog } from '../../parts/Dialog';

/** Whether a kit file says what is on hand of anything. */
export const counted = (text: string): boolean => /"onHand"\s*:\s*\d|"offcuts"\s*:\s*\[\s*\{/.test(text);

interface Props {
  open: boolean;
  /** Whether what the file counts is booked as what lies there. */
  onAnswer: (book: boolean) => void;
  onClose: () => void;
}

/** A file that counts what is on hand: the counts may be another studio’s, so nobody books them without being asked to. */
export function CountsDialog({ open, onAnswer, onClose }: Props) {
  const { t } = useTranslation();
  return (
    <Dialog open={open} title={t('countsDialog.theFileSaysWhat')} onClose={onClose}>
      <p>{t('countsDialog.doTheseSheetsAnd')}</p>
      <div className="mt-6 flex flex-wrap gap-3">
        <button type="button" className="press-first" onClick={() => onAnswer(true)}>
          {t('countsDialog.bookWhatItCounts')}
        </button>
        <button type="button" className="press" onClick={() => onAnswer(false)}>
          {t('countsDialog.leaveTheCountsAside')}
        </button>
      </div>
    </Dialog>
  );
}
