import type { KitAnswer } from '../../api/client';

interface Props {
  proof: KitAnswer['proof'];
  /** The pages that do not add up, by name. */
  wrong: readonly string[];
  onStep: (number: number) => void;
}

/** What came of following the guide on a virtual table; where it fails, the step and the reason. */
export function ProofLine({ proof, wrong, onStep }: Props) {
  const unread = proof.unread ?? [];
  const sums = `${proof.cut} pieces cut, ${proof.placed} placed, ${proof.leftOver} left over`;
  if (proof.holds)
    return (
      <p className="px-6 text-[15px]" role="status">
        {wrong.length > 0 ? (
          <span className="text-rust">
            The steps give the pages as they are designed, and {wrong.join(' and ')} {wrong.length === 1 ? 'does' : 'do'} not add
            up: see Pages first.
          </span>
        ) : (
          <span className="text-moss">Followed step by step, it works:</span>
        )}{' '}
        {sums}.
        {unread.length > 0 &&
          ` The words of ${unread.length === 1 ? 'step' : 'steps'} ${unread.join(', ')} are your own and not proved.`}
      </p>
    );
  return (
    <div className="px-6 text-[15px]" role="alert">
      <p className="text-rust">
        Followed step by step, it does not work ({sums}).{' '}
        {proof.faults.length > 3 && `The first of ${proof.faults.length} reasons:`}
      </p>
      <ul>
        {proof.faults.slice(0, 3).map((fault, i) => (
          <li key={i}>
            {fault.step ? (
              <button type="button" className="quiet text-left" onClick={() => fault.step && onStep(fault.step)}>
                {fault.says}
              </button>
            ) : (
              fault.says
            )}
          </li>
        ))}
      </ul>
    </div>
  );
}
