import { useTranslation } from 'react-i18next';
import type { Kit, KitAnswer, Step } from '../../api/client';
import { shownSide } from '../../parts/kitContext';
import { Swatch } from '../../parts/Swatch';

interface Props {
  kit: Kit;
  answer: KitAnswer;
  step: Step;
}

/** What a step without a picture speaks of: the papers to gather, or the sheets that are pieces as they are; else its words, large. */
export function SpokenOf({ kit, answer, step }: Props) {
  const { t } = useTranslation();
  const papers = kit.papers ?? [];
  const row = 'flex items-center gap-4 text-lg';
  if (step.kind === 'gather')
    return (
      <ul className="flex flex-col gap-3" aria-label={t('spokenOf.papersToGather')}>
        {answer.eachKit.plan.bySheet
          .filter((s) => s.sheetsUsed > 0)
          .map((s) => {
            const paper = papers.find((p) => p.id === s.sheet);
            return (
              paper && (
                <li key={s.sheet} className={row}>
                  <Swatch paper={paper} size={56} />
                  {paper.faceB ? <Swatch paper={paper} face="B" size={56} /> : <span className="w-14" />}
                  <span>
                    <strong>{s.sheetsUsed}</strong> x {paper.name}
                  </span>
                </li>
              )
            );
          })}
      </ul>
    );
  const whole = step.kind === 'cut' ? answer.cutList.filter((c) => step.pieces.includes(c.label)) : [];
  if (whole.length > 0)
    return (
      <ul className="flex flex-col gap-3" aria-label={t('spokenOf.sheetsTakenWhole')}>
        {whole.map((c) => {
          const paper = papers.find((p) => p.id === c.paper);
          return (
            paper && (
              <li key={c.label} className={row}>
                <Swatch paper={paper} face={c.face} size={56} />
                <span>
                  <strong>{c.label}</strong> {paper.name}
                  {shownSide(answer, paper.id, c.face)}
                </span>
              </li>
            )
          );
        })}
      </ul>
    );
  return <p className="max-w-sm text-center font-serif text-2xl leading-9">{step.text}</p>;
}
