import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { useTranslation } from 'react-i18next';
import { api, unwrap, type Kit, type KitAnswer, type Step } from '../../api/client';
import { ScenePicture } from '../../parts/ScenePicture';
import { useKeys } from '../../parts/useKeys';
import { SpokenOf } from '../guide/SpokenOf';
import { headingOf } from '../guide/StepList';
import { sceneOf } from '../guide/stepScene';
import { keepForOffline } from './offline';
import { PieceCard } from './PieceCard';
import { clock, keepProgress, progressOf, withDone, type Progress } from './progress';
import { tell } from './tell';
import { tellProgress } from './tellProgress';
import { useTelling } from './useTelling';
import { useTimer } from './useTimer';

const personKey = 'velvet-fold-bench-person';

/** The guide followed at the table: one step at a time, large, with what is done kept on the device. */
export function Bench() {
  const { t } = useTranslation();
  const { slug = '' } = useParams();
  const bench = useQuery({
    queryKey: ['bench', slug],
    queryFn: async ({ signal }) => unwrap(await api.GET('/api/kits/{slug}/bench', { params: { path: { slug } }, signal })),
    staleTime: Infinity,
    networkMode: 'always',
  });
  const [kept, setKept] = useState(false);
  const isHere = bench.data !== undefined;
  useEffect(() => {
    // Without it the guide still works while the network does.
    if (isHere)
      void keepForOffline([`/api/kits/${slug}/bench`]).then(
        () => setKept(true),
        () => setKept(false),
      );
  }, [isHere, slug]);
  const [person, setPerson] = useState(() => localStorage.getItem(personKey) ?? '');
  if (bench.error) throw bench.error;
  if (!bench.data) return <p className="p-12 text-soft">{t('bench.layingTheGuideOut')}</p>;
  const choose = (name: string) => {
    localStorage.setItem(personKey, name);
    setPerson(name);
  };
  return <Table key={person} slug={slug} {...bench.data} kept={kept} person={person} onPerson={choose} />;
}

interface TableProps {
  slug: string;
  kit: Kit;
  answer: KitAnswer;
  again: Record<string, string[]>;
  /** Whether it can be followed without the network from now on. */
  kept: boolean;
  person: string;
  onPerson: (name: string) => void;
}

// A scanned label opens the step that lays its piece, or its page's first one; without one it goes on where it was left.
const startAt = (steps: readonly Step[], progress: Progress): Progress => {
  const asked = new URLSearchParams(window.location.search);
  const piece = asked.get('piece')?.split(' ')[0];
  const layout = asked.get('layout');
  const step =
    steps.find((s) => s.kind === 'lay' && piece && s.pieces.includes(piece)) ??
    steps.find((s) => s.half === 'assembly' && s.layout === layout);
  return step ? { ...progress, at: step.key } : progress;
};

function Table({ slug, kit, answer, again, kept, person, onPerson }: TableProps) {
  const { t } = useTranslation();
  const { steps } = answer;
  const [progress, setProgress] = useState<Progress>(() => startAt(steps, progressOf(slug, person)));
  const [piece, setPiece] = useState<string | null>(null);
  const navigate = useNavigate();
  const timer = useTimer();
  const step = steps.find((s) => s.key === progress.at) ?? steps[0];
  const telling = useTelling(slug, step);
  const keep = (next: Progress) => {
    keepProgress(slug, person, next);
    setProgress(next);
    tellProgress(slug, person, steps, next);
  };
  const go = (by: number) => {
    if (!step) return;
    const next = steps[steps.indexOf(step) + by];
    const done = by > 0 ? withDone(progress, step.key, true) : progress;
    if (by > 0) telling.took();
    timer.stop();
    keep({ ...done, at: (next ?? step).key });
  };
  useKeys([
    { key: 'ArrowRight', does: () => go(1) },
    { key: ' ', does: () => go(1) },
    { key: 'ArrowLeft', does: () => go(-1) },
    { key: 't', does: () => (timer.running ? timer.stop() : timer.start()) },
    { key: 'Escape', does: () => piece === null && void navigate(`/kits/${slug}/guide`) },
  ]);
  if (!step) return <p className="p-12">{t('bench.thereIsNothingTo')}</p>;
  return (
    <main className="flex h-dvh flex-col bg-chalk">
      <header className="flex flex-wrap items-baseline gap-x-4 gap-y-1 border-b border-line px-6 py-3 text-[15px]">
        <button type="button" className="press" title={t('bench.esc')} onClick={() => void navigate(`/kits/${slug}/guide`)}>
          {t('bench.leave')}
        </button>
        <h1 className="text-xl">{headingOf(t, step, kit.layouts ?? [])}</h1>
        <span className="ml-auto text-soft" role="status">
          {kept && t('bench.keptOnThisDevice')}
        </span>
        <label className="flex items-center gap-1.5 text-soft">
          <input
            type="checkbox"
            className="accent-velvet"
            checked={telling.agreed}
            onChange={(event) => telling.agree(event.currentTarget.checked)}
          />
          {t('bench.tellTheStudioHow')}
        </label>
        <label className="flex items-baseline gap-2">
          <span className="text-soft">{t('bench.atTheTable')}</span>
          <input
            className="field w-36"
            defaultValue={person}
            placeholder={t('bench.yourName')}
            onBlur={(event) => event.currentTarget.value !== person && onPerson(event.currentTarget.value)}
            onKeyDown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
          />
        </label>
      </header>
      <Ribbon kit={kit} steps={steps} at={step} progress={progress} onAt={(s) => keep({ ...progress, at: s.key })} />
      <div className="flex min-h-0 flex-1 flex-col gap-4 p-6 max-md:overflow-y-auto md:flex-row">
        <section className="md:min-h-0 md:flex-1 md:overflow-y-auto" aria-live="polite">
          <p className="text-soft">
            {t('bench.stepOf', { number: step.number, length: steps.length })}
            {progress.done.includes(step.key) && <span className="text-moss"> {t('bench.done')}</span>}
          </p>
          <p className="pt-2 text-[26px] leading-9">{step.text}</p>
          {step.lines.length > 0 && (
            <ol className="pt-3 text-xl leading-8">
              {step.lines.map((line, i) => (
                <li key={i} className="pl-8 -indent-8">
                  <span className="inline-block w-8 indent-0 text-soft">{i + 1}</span>
                  {line}
                </li>
              ))}
            </ol>
          )}
          {step.pieces.length > 0 && (
            <p className="flex flex-wrap items-baseline gap-x-3 gap-y-2 pt-4">
              <span className="text-soft">{t('bench.whatIs')}</span>
              {[...new Set(step.pieces)].map((label) => (
                <button key={label} type="button" className="press" onClick={() => setPiece(label)}>
                  {label}?
                </button>
              ))}
            </p>
          )}
          <Clock step={step} timer={timer} />
        </section>
        <section className="md:min-h-0 md:flex-1" aria-label={t('bench.theStepSPicture')}>
          <StepScene kit={kit} answer={answer} step={step} />
        </section>
      </div>
      <footer className="flex gap-4 border-t border-line px-6 py-4">
        <button type="button" className="press px-8 py-3 text-xl" title="←" disabled={step === steps[0]} onClick={() => go(-1)}>
          {t('bench.back')}
        </button>
        <button type="button" className="press-first flex-1 py-3 text-xl" title="→" onClick={() => go(1)}>
          {step === steps[steps.length - 1] ? t('bench.doneThatWasThe') : t('bench.doneNextStep')}
        </button>
      </footer>
      <PieceCard
        label={piece}
        kit={kit}
        answer={answer}
        again={again}
        onTell={(label, missing) => tell(slug, { what: 'spoiled', piece: label, missing, person: person || null })}
        onClose={() => setPiece(null)}
      />
    </main>
  );
}

function StepScene({ kit, answer, step }: { kit: Kit; answer: KitAnswer; step: Step }) {
  const { scene, ...marks } = sceneOf(answer, step) ?? {};
  // What has no picture shows the papers it speaks of; its words stand large beside it already.
  if (!scene) return step.kind === 'gather' || step.kind === 'cut' ? <SpokenOf kit={kit} answer={answer} step={step} /> : null;
  return <ScenePicture scene={scene} papers={kit.papers ?? []} rulers={kit.unit ?? 'in'} {...marks} className="h-full w-full" />;
}

// The parts of the guide with how far each is done; press one to go there.
function Ribbon({
  kit,
  steps,
  at,
  progress,
  onAt,
}: {
  kit: Kit;
  steps: readonly Step[];
  at: Step;
  progress: Progress;
  onAt: (step: Step) => void;
}) {
  const { t } = useTranslation();
  const parts = [...new Set(steps.map((s) => headingOf(t, s, kit.layouts ?? [])))].map((name) => {
    const own = steps.filter((s) => headingOf(t, s, kit.layouts ?? []) === name);
    return { name, own, done: own.filter((s) => progress.done.includes(s.key)).length };
  });
  return (
    <nav
      className="flex flex-wrap gap-x-6 gap-y-1 border-b border-line px-6 py-2 text-[15px]"
      aria-label={t('bench.partsOfTheGuide')}
    >
      {parts.map(({ name, own, done }) => (
        <button
          key={name}
          type="button"
          aria-current={own.includes(at) ? 'true' : undefined}
          className={own.includes(at) ? 'font-semibold text-velvet' : 'text-soft hover:text-velvet'}
          onClick={() => {
            const next = own.find((s) => !progress.done.includes(s.key)) ?? own[0];
            if (next) onAt(next);
          }}
        >
          {name}{' '}
          <span className={done === own.length ? 'text-moss' : ''}>
            {done}/{own.length}
          </span>
        </button>
      ))}
    </nav>
  );
}

// Drying counts down; any other step can be timed.
function Clock({ step, timer }: { step: Step; timer: ReturnType<typeof useTimer> }) {
  const { t } = useTranslation();
  const drying = (step.minutes ?? 0) * 60;
  const left = Math.max(0, drying - timer.elapsed);
  return (
    <p className="flex flex-wrap items-baseline gap-x-4 pt-5">
      <button type="button" className="press" title="T" onClick={() => (timer.running ? timer.stop() : timer.start())}>
        {timer.running
          ? t('bench.stopTheClock')
          : drying
            ? t('bench.startMinutesOfDrying', { minutes: step.minutes })
            : t('bench.timeThisStep')}
      </button>
      {timer.running && (
        <span role="timer" className={`text-3xl font-semibold ${drying && left === 0 ? 'text-moss' : 'text-brass'}`}>
          {drying ? (left === 0 ? t('bench.dry') : clock(left)) : clock(timer.elapsed)}
        </span>
      )}
    </p>
  );
}
