import { useSearchParams } from 'react-router';
import { useTranslation } from 'react-i18next';
import { sideUp } from '../../parts/kitContext';
import { readable } from '../../parts/length';
import { sizeOf } from '../../parts/sizeOf';
import { partName } from '../cuts/partName';
import { cutOf } from '../cuts/keeping';
import { proof } from '../cuts/proof';
import { useBatch } from '../cuts/useBatch';
import { PrintFrame } from './PrintFrame';
import { scaleOf, scaleWords } from './scale';
import { ToScale } from './ToScale';
import { usePrintKit } from './usePrintKit';

/** The cut sheet for the bench: one sheet a block, large numbers, boxes to tick. */
export function PrintCuts() {
  const { t } = useTranslation();
  const { data, error } = usePrintKit();
  const [search] = useSearchParams();
  const all = search.has('all');
  const batch = useBatch(data?.kit, all);
  const failed = error ?? batch.error;
  if (failed) throw failed;
  const shown = all ? batch.plan : data?.answer.eachKit;
  if (!data || !shown) return <p className="p-12 text-soft">{t('printCuts.settingThePages')}</p>;
  const { kit, answer, slug } = data;
  const { plan, pictures } = shown;
  const nameOf = (id: string) => kit.papers?.find((p) => p.id === id)?.name ?? id;
  return (
    <PrintFrame title={t('printCuts.cutSheet', { kit: kit.name })} back={`/kits/${slug}/cuts`}>
      <h1 className="text-[34px] leading-10">{t('printCuts.cutSheet', { kit: kit.name })}</h1>
      <p className="mt-1 text-[15px]">
        {all ? t('printCuts.forKits', { count: answer.counts.kits }) : t('printCuts.forOneKit')}
        {all && answer.counts.spareKits > 0 && ` ${t('cuts.andSpare', { spare: answer.counts.spareKits })}`}:{' '}
        {t('cuts.sheetCutsSheetsCuts', { count: plan.sheetsUsed, cuts: plan.cuts, plan: proof(t, plan) })}.
      </p>
      <p className="mt-2 text-[15px]">{t('printCuts.bladesCutGuardClosed')}</p>
      {plan.bySheet.flatMap((sheet) =>
        sheet.patterns.map((pattern, i) => {
          const picture = pictures.find((p) => p.paper === sheet.sheet && p.pattern === i)?.picture;
          const n = picture ? Math.max(4, scaleOf(picture.size.width)) : 4;
          return (
            <section key={`${sheet.sheet}-${i}`} className="mt-6 break-inside-avoid border-t-2 border-[#221a20] pt-2">
              <h2 className="flex items-baseline justify-between text-xl">
                <span>
                  {nameOf(sheet.sheet)}, {t('cuts.sheet', { pattern: i + 1 })}
                  {pattern.from ? `: ${pattern.from}` : ''}
                  {pattern.times > 1 ? t('cuts.cutTimesLikeThis', { times: pattern.times }) : ''}
                  {(pattern.atOnce ?? 1) > 1 ? t('printCuts.sheetsAtOnce', { n: pattern.atOnce }) : ''}
                  {cutOf(pattern) > 0 ? t('printCuts.cutAlready', { n: cutOf(pattern) }) : ''}
                </span>
                <span className="font-sans text-[13px]">
                  {picture && sizeOf(picture.size)}
                  {sideUp(answer, sheet.sheet)}
                </span>
              </h2>
              <div className="mt-2 flex gap-5">
                {picture && (
                  <figure className="shrink-0">
                    <ToScale scene={picture} papers={kit.papers ?? []} n={n} />
                    <figcaption className="text-[12px]">{scaleWords(n, kit.unit ?? 'in')}</figcaption>
                  </figure>
                )}
                <ol className="flex-1">
                  {pattern.cuts.map((cut) => (
                    <li key={cut.order} className="grid grid-cols-[1rem_1.2rem_4.2rem_1fr] items-baseline gap-2 py-0.5">
                      <span className="size-3.5 self-center border border-[#221a20]" />
                      <span className="text-right text-[15px]">{cut.order}</span>
                      <strong className="text-2xl leading-7">{readable(cut.setting)}</strong>
                      <span className="text-[15px] leading-5">
                        {cut.plunge ? (
                          <>
                            {t(kit.noPlunge ? 'cutLines.knife' : 'cutLines.plunge', {
                              part: partName(t, cut.part),
                              edge: t(`edges.edge.${cut.fence}`),
                              start: readable(cut.plunge.start),
                              end: readable(cut.plunge.end),
                            })}
                            {cut.gives[0] && (
                              <>
                                ; <strong>{cut.gives[0]}</strong> {t('printCuts.comesFree')}
                              </>
                            )}
                          </>
                        ) : (
                          <>
                            {t('cutLines.at', { part: partName(t, cut.part), edge: t(`edges.edge.${cut.fence}`) })}{' '}
                            <strong>{partName(t, cut.gives[0] ?? '')}</strong> {t('cutLines.comesOff')}{' '}
                            {partName(t, cut.gives[1] ?? '')} {t('cutLines.stays')}
                          </>
                        )}
                      </span>
                    </li>
                  ))}
                  {pattern.cuts.length === 0 && (
                    <li>
                      {t('cutLines.nothing')} {pattern.placements[0]?.piece}.
                    </li>
                  )}
                </ol>
              </div>
            </section>
          );
        }),
      )}
    </PrintFrame>
  );
}
