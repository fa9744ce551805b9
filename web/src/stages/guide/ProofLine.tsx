import { useTranslation } from 'react-i18next';
import type { KitAnswer } from '../../api/client';

interface Props {
  proof: KitAnswer['proof'];
  /** The pages that do not add up, by name. */
  wrong: readonly string[];
  onStep: (number: number) => void;
}

/** What came of following the guide on a virtual table; where it fails, the step and the reason. */
export function ProofLine({ proof, wrong, onStep }: Props) {
  const { t } = useTranslation();
  const unread = proof.unread ?? [];
  const sums = t('proofLine.sums', { cut: proof.cut, placed: proof.placed, left: proof.leftOver });
  if (proof.holds)
    return (
      <p className="px-6 text-[15px]" role="status">
        {wrong.length > 0 ? (
          <span className="text-rust">{t('proofLine.theStepsGiveThe', { count: wrong.length, value: wrong.join(', ') })}</span>
        ) : (
          <span className="text-moss">{t('proofLine.followedStepByStep')}</span>
        )}{' '}
        {sums}.{unread.length > 0 && ' '}
        {unread.length > 0 && t('proofLine.theWordsOfStep', { count: unread.length, value: unread.join(', ') })}
      </p>
    );
  return (
    <div className="px-6 text-[15px]" role="alert">
      <p className="text-rust">
        {t('proofLine.fails', { sums })} {proof.faults.length > 3 && t('proofLine.first', { n: proof.faults.length })}
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
