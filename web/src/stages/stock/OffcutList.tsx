import type { Paper } from '../../api/client';
import { useKit } from '../../parts/kitContext';
import { inUnit } from '../../parts/length';
import { Measure } from '../../parts/Measure';
import { NumberField } from '../../parts/NumberField';

/** The offcuts of a paper that are on hand; they are used before a new sheet where that saves one. */
export function OffcutList({ paper, onChange }: { paper: Paper; onChange: (paper: Paper) => void }) {
  const { kit } = useKit();
  const offcuts = paper.offcuts ?? [];
  const set = (at: number, offcut: (typeof offcuts)[number]) =>
    onChange({ ...paper, offcuts: offcuts.map((o, i) => (i === at ? offcut : o)) });
  return (
    <div>
      {offcuts.map((offcut, i) => (
        <div key={i} className="flex items-baseline gap-1.5">
          <NumberField
            align="left"
            label={`How many of offcut ${i + 1} of ${paper.name}`}
            value={offcut.count ?? 1}
            min={1}
            max={1000}
            onChange={(count) => count !== null && set(i, { ...offcut, count })}
          />
          of
          {(['width', 'height'] as const).map((side, n) => (
            <span key={side}>
              {n > 0 && <span className="text-soft">x </span>}
              <Measure
                align="left"
                label={`${side === 'width' ? 'Width' : 'Height'} of offcut ${i + 1} of ${paper.name}`}
                value={offcut.size[side]}
                onChange={(value) => set(i, { ...offcut, size: { ...offcut.size, [side]: value } })}
              />
            </span>
          ))}
          <button
            type="button"
            className="quiet"
            aria-label={`Remove offcut ${i + 1} of ${paper.name}`}
            onClick={() => onChange({ ...paper, offcuts: offcuts.filter((_, n) => n !== i) })}
          >
            ×
          </button>
        </div>
      ))}
      <button
        type="button"
        className="quiet"
        onClick={() =>
          onChange({
            ...paper,
            offcuts: [...offcuts, { size: { width: inUnit(kit, '4', '100'), height: inUnit(kit, '6', '150') }, count: 1 }],
          })
        }
      >
        {offcuts.length ? 'Another' : 'Some are on hand'}
      </button>
    </div>
  );
}
