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
  return (
    <Dialog open={open} title="The file says what was on hand" onClose={onClose}>
      <p>
        Do these sheets and parts lie in your studio too? Booked, they begin the ledger of this kit’s papers. Left aside, the kit
        comes without counts, and you say under Stock what you have.
      </p>
      <div className="mt-6 flex flex-wrap gap-3">
        <button type="button" className="press-first" onClick={() => onAnswer(true)}>
          Book what it counts
        </button>
        <button type="button" className="press" onClick={() => onAnswer(false)}>
          Leave the counts aside
        </button>
      </div>
    </Dialog>
  );
}
