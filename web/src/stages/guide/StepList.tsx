import type { TFunction } from 'i18next';
import { useEffect, useRef, type ReactNode } from 'react';
import { useTranslation } from 'react-i18next';
import type { Layout, Step } from '../../api/client';

interface Props {
  steps: readonly Step[];
  layouts: readonly Layout[];
  chosen: number | null;
  onChoose: (number: number) => void;
  /** The keys of steps that read otherwise than when the guide was last printed. */
  changed?: ReadonlySet<string>;
  /** The numbers of steps that do not work where they stand. */
  faulty?: ReadonlySet<number>;
  /** What stands below the chosen step. */
  tools?: ReactNode;
}

/** The steps under the headings of their half and layout. */
export function StepList({ steps, layouts, chosen, onChoose, changed, faulty, tools }: Props) {
  const { t } = useTranslation();
  const current = useRef<HTMLLIElement>(null);
  useEffect(() => {
    current.current?.scrollIntoView({ block: 'nearest' });
  }, [chosen]);
  return (
    <ol>
      {steps.map((step, i) => {
        const before = steps[i - 1];
        const heading = headingOf(t, step, layouts);
        return (
          <li key={step.number} ref={step.number === chosen ? current : undefined}>
            {(!before || headingOf(t, before, layouts) !== heading) && (
              <h2 className="mt-4 border-b border-line pb-1 text-lg first:mt-0">{heading}</h2>
            )}
            <button
              type="button"
              aria-current={step.number === chosen ? 'step' : undefined}
              className={`-mx-2 grid w-[calc(100%+16px)] grid-cols-[2rem_1fr] gap-2 px-2 py-1.5 text-left ${step.number === chosen ? 'bg-lit' : ''}`}
              onClick={() => onChoose(step.number)}
            >
              <span className={`text-right ${faulty?.has(step.number) ? 'font-semibold text-rust' : 'text-soft'}`}>
                {step.number}
                {changed?.has(step.key) && (
                  <span className="block text-[11px] text-brass" title={t('stepList.changedSinceTheLast')}>
                    {t('stepList.new')}
                  </span>
                )}
              </span>
              <span>
                {step.text}
                {(step.number === chosen || step.kind === 'lay') && step.lines.length > 0 && (
                  <span className="mt-1 block text-[15px] leading-6">
                    {step.lines.map((line, n) => (
                      <span key={n} className="block pl-5 -indent-5">
                        <span className="text-soft">{n + 1}</span> {line}
                      </span>
                    ))}
                  </span>
                )}
              </span>
            </button>
            {step.number === chosen && tools}
          </li>
        );
      })}
    </ol>
  );
}

/** The heading a step stands under. */
export function headingOf(t: TFunction, step: Step, layouts: readonly Layout[]): string {
  if (step.half === 'cutting') return t('stepList.cutting');
  const layout = layouts.find((l) => l.id === step.layout);
  return layout ? t('stepList.assemblyOf', { layout: layout.name }) : t('stepList.assembly');
}
