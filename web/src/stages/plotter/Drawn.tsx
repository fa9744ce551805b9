import { useEffect, useState } from 'react';
import { useTranslation } from 'react-i18next';
import type { components } from '../../api/schema';
import { LeafHead } from '../../parts/Fold';

type Plotted = components['schemas']['Plotted'];
type Stroke = Plotted['strokes'][number];

const inks: Record<Stroke['tool'], string> = { pen: '#2f6f73', fold: '#8a6a1f', blade: '#5b2240' };
const dashes: Record<Stroke['tool'], string | undefined> = { pen: undefined, fold: '3 2', blade: undefined };

/** So far along a stroke, as points of a line. */
function upTo(stroke: Stroke, seconds: number): string {
  const share = Math.min(1, Math.max(0, (seconds - stroke.begins) / Math.max(0.001, stroke.ends - stroke.begins)));
  let left = share * stroke.length;
  const points = [`${stroke.points[0]?.x ?? 0} ${stroke.points[0]?.y ?? 0}`];
  for (const [i, to] of stroke.points.entries()) {
    const from = stroke.points[i - 1];
    if (!from) continue;
    const step = Math.hypot(to.x - from.x, to.y - from.y);
    if (step > left) {
      const part = step > 0 ? left / step : 0;
      points.push(`${from.x + (to.x - from.x) * part} ${from.y + (to.y - from.y) * part}`);
      break;
    }
    points.push(`${to.x} ${to.y}`);
    left -= step;
  }
  return points.join(' ');
}

/** The virtual sheet, as far as it is drawn at a moment; the moment is moved by hand or runs by itself, ten times as fast. */
export function Drawn({ plotted, name }: { plotted: Plotted | undefined; name: string }) {
  const { t } = useTranslation();
  const [at, setAt] = useState<number | null>(null);
  const [runs, setRuns] = useState(false);
  const seconds = plotted?.seconds ?? 0;
  useEffect(() => {
    if (!runs) return;
    const timer = setInterval(() => {
      setAt((now) => {
        const next = (now ?? 0) + 0.5;
        if (next >= seconds) setRuns(false);
        return next >= seconds ? null : next;
      });
    }, 50);
    return () => clearInterval(timer);
  }, [runs, seconds]);
  if (!plotted)
    return (
      <>
        <LeafHead>
          <p className="text-soft">{t('drawnLeaf.theVirtualSheet')}</p>
        </LeafHead>
        <p className="m-auto max-w-72 text-center text-[15px] text-soft">{t('drawnLeaf.chooseASheetOpen')}</p>
      </>
    );
  const moment = at ?? seconds;
  // What has come free so far, its holes left open.
  const free = plotted.strokes
    .filter((s) => s.tool === 'blade' && s.isClosed && s.ends <= moment)
    .map((s) => `M${s.points.map((p) => `${p.x} ${p.y}`).join('L')}Z`)
    .join('');
  return (
    <>
      <LeafHead
        aside={
          <button
            type="button"
            className="press"
            onClick={() => {
              if (!runs && at === null) setAt(0);
              setRuns(!runs);
            }}
          >
            {runs ? t('drawnLeaf.hold') : t('drawnLeaf.watchIt')}
          </button>
        }
      >
        <p className="truncate text-soft">{name}</p>
      </LeafHead>
      <svg
        viewBox={`-2 -2 ${plotted.width + 4} ${plotted.height + 4}`}
        className="min-h-0 w-full flex-1 px-6"
        role="img"
        aria-label={t('drawnLeaf.strokesOnASheet', {
          name,
          strokes: plotted.strokes.length,
          width: Math.round(plotted.width),
          height: Math.round(plotted.height),
        })}
      >
        <rect width={plotted.width} height={plotted.height} fill="#fffefc" stroke="#a5968e" vectorEffect="non-scaling-stroke" />
        <path d={free} fill="#f3e6ec" fillRule="evenodd" />
        {plotted.strokes
          .filter((s) => s.begins <= moment)
          .map((s, i) => (
            <polyline
              key={i}
              points={upTo(s, moment)}
              fill="none"
              stroke={inks[s.tool]}
              strokeDasharray={dashes[s.tool]}
              strokeWidth={1.25}
              vectorEffect="non-scaling-stroke"
            >
              {s.name && <title>{s.name}</title>}
            </polyline>
          ))}
      </svg>
      <label className="flex items-center gap-3 px-6 py-4 text-[15px] text-soft">
        <span className="whitespace-nowrap">{t('drawnLeaf.soFar')}</span>
        <input
          type="range"
          className="w-full accent-velvet"
          min={0}
          max={Math.ceil(seconds * 10) / 10}
          step={0.1}
          value={moment}
          onChange={(event) => {
            setRuns(false);
            setAt(Number(event.currentTarget.value));
          }}
        />
        <span className="w-16 text-right text-brass">{t('drawnLeaf.seconds', { n: moment.toFixed(1) })}</span>
      </label>
    </>
  );
}
