import { api, type Kit, type KitAnswer, type Step } from '../../api/client';
import { readable, toInches } from '../../parts/length';
import { headingOf } from '../guide/StepList';
import { sceneOf } from '../guide/stepScene';
import { PrintFrame } from './PrintFrame';
import { scaleOf, scaleWords } from './scale';
import { ToScale } from './ToScale';
import { usePrintKit } from './usePrintKit';

/** The printed guide: the finished pages to scale, then cutting, then assembly. */
export function PrintGuide() {
  const { data, error } = usePrintKit();
  if (error) throw error;
  if (!data) return <p className="p-12 text-soft">Setting the pages…</p>;
  const { kit, answer, guest, slug, revision } = data;
  const title = guest ? `${kit.name}, for ${guest.name}` : kit.name;
  return (
    <PrintFrame
      title={title}
      back={guest ? `/kits/${slug}/guests` : `/kits/${slug}/guide`}
      onPrint={() => {
        if (!guest) void api.PUT('/api/kits/{slug}/revisions/{number}/printed', { params: { path: { slug, number: revision } } });
      }}
    >
      <h1 className="text-[34px] leading-10">{title}</h1>
      <p className="mt-1 text-[15px]">
        {answer.counts.pieces} pieces from {answer.eachKit.plan.sheetsUsed} sheets, {answer.steps.length} steps. Revision{' '}
        {revision}.
      </p>
      {guest && guest.differences.length > 0 && (
        <section className="mt-4 break-inside-avoid border border-[#8a5a10] px-4 py-3 text-[15px] leading-6">
          <h2 className="text-lg">Changed for {guest.name}</h2>
          <ul>
            {guest.differences
              .filter((d) => d.in !== 'steps')
              .map((d, i) => (
                <li key={i}>{d.says}</li>
              ))}
          </ul>
        </section>
      )}
      {answer.layouts.map((layout) => (
        <Finished key={layout.id} kit={kit} layout={layout} />
      ))}
      <CutList kit={kit} answer={answer} />
      <Steps kit={kit} answer={answer} />
    </PrintFrame>
  );
}

function Finished({ kit, layout }: { kit: Kit; layout: KitAnswer['layouts'][number] }) {
  const n = scaleOf(layout.picture.size.width);
  const name = kit.layouts?.find((l) => l.id === layout.id)?.name;
  return (
    <figure className="mt-6 break-inside-avoid">
      <figcaption className="flex items-baseline justify-between">
        <span className="font-serif text-xl">
          {layout.id} {name}
        </span>
        <span className="text-[13px]">{scaleWords(n, kit.unit ?? 'in')}</span>
      </figcaption>
      <ToScale scene={layout.picture} papers={kit.papers ?? []} n={n} />
    </figure>
  );
}

function CutList({ kit, answer }: { kit: Kit; answer: KitAnswer }) {
  const nameOf = (id: string) => kit.papers?.find((p) => p.id === id)?.name ?? id;
  return (
    <section className="mt-8 break-before-page">
      <h2 className="text-2xl">What is cut for one kit</h2>
      <table className="mt-2 w-full border-collapse text-[15px]">
        <thead className="text-left text-[13px]">
          <tr className="border-b border-[#a5968e]">
            <th className="font-normal">Paper</th>
            <th className="font-normal">Size</th>
            <th className="font-normal">Pieces</th>
            <th className="font-normal">Labels</th>
          </tr>
        </thead>
        <tbody>
          {answer.counts.byPiece.map((c, i) => (
            <tr key={i} className="break-inside-avoid border-b border-[#ddd2c6] align-baseline">
              <td>
                {nameOf(c.paper)}
                {kit.papers?.find((p) => p.id === c.paper)?.faceB ? `, face ${c.face}` : ''}
              </td>
              <td className="whitespace-nowrap">{sizeWords(c.size)}</td>
              <td>{c.perKit}</td>
              <td>{c.labels.join(', ')}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

function Steps({ kit, answer }: { kit: Kit; answer: KitAnswer }) {
  return (
    <section className="mt-8">
      {answer.steps.map((step, i) => {
        const heading = headingOf(step, kit.layouts ?? []);
        const before = answer.steps[i - 1];
        const isNew = !before || headingOf(before, kit.layouts ?? []) !== heading;
        return (
          <div key={step.number} className={isNew && i > 0 ? 'break-before-page' : ''}>
            {isNew && <h2 className="mb-2 text-2xl">{heading}</h2>}
            <StepBlock kit={kit} answer={answer} step={step} />
          </div>
        );
      })}
    </section>
  );
}

function StepBlock({ kit, answer, step }: { kit: Kit; answer: KitAnswer; step: Step }) {
  const shown = step.kind === 'lay' || step.kind === 'cut' ? sceneOf(answer, step) : null;
  const { scene, ...marks } = shown ?? {};
  return (
    <div className="flex break-inside-avoid gap-4 border-b border-[#ddd2c6] py-2.5">
      <span className="w-8 shrink-0 text-right text-lg font-semibold">{step.number}</span>
      <div className="min-w-0 flex-1 text-[17px] leading-6">
        <p>{step.text}</p>
        {step.lines.length > 0 && (
          <ol className="mt-1 list-decimal pl-6 text-[15px] leading-6">
            {step.lines.map((line, i) => (
              <li key={i}>{line}</li>
            ))}
          </ol>
        )}
      </div>
      {scene && <ToScale scene={scene} papers={kit.papers ?? []} n={toInches(scene.size.width) > 13 ? 8 : 6} {...marks} />}
    </div>
  );
}
const sizeWords = (size: { width: string; height: string }) => `${readable(size.width)} x ${readable(size.height)}`;
