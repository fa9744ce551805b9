import type { Kit } from '../api/client';
import { Choice } from './Choice';
import { Dialog } from './Dialog';
import { useKit } from './kitContext';
import { Measure } from './Measure';
import { OptionalMeasure } from './OptionalMeasure';
import { inUnit } from './length';
import { NumberField } from './NumberField';
import { TextField } from './TextField';

const rulers: Record<NonNullable<Kit['unit']>, readonly [string, string][]> = {
  in: [
    ['1/16 in', 'sixteenths'],
    ['1/32 in', 'thirty-seconds'],
    ['1/8 in', 'eighths'],
  ],
  mm: [
    ['1 mm', 'millimetres'],
    ['0.5 mm', 'half millimetres'],
  ],
};

/** What holds for the whole kit: its name, ruler, matting, number and notes. */
export function KitSettings({ open, onClose }: { open: boolean; onClose: () => void }) {
  const { kit, change } = useKit();
  const unit = kit.unit ?? 'in';
  return (
    <Dialog open={open} title="The kit" onClose={onClose}>
      <div className="grid grid-cols-[8rem_1fr] items-baseline gap-y-2">
        <span className="text-soft">Name</span>
        <TextField label="Name of the kit" value={kit.name} onChange={(name) => change({ ...kit, name })} className="w-64" />
        <span className="text-soft">Measured in</span>
        <span>
          <Choice
            label="Unit of the kit"
            value={unit}
            options={[
              { value: 'in', name: 'inches' },
              { value: 'mm', name: 'millimetres' },
            ]}
            onChange={(next) => change({ ...kit, unit: next, ruler: rulers[next][0]?.[0] ?? kit.ruler })}
          />
        </span>
        <span className="text-soft">Ruler in</span>
        <span>
          <Choice
            label="Ruler of the kit"
            value={kit.ruler}
            none={kit.ruler}
            options={rulers[unit].map(([value, name]) => ({ value, name }))}
            onChange={(ruler) => change({ ...kit, ruler })}
          />
        </span>
        <span className="text-soft">Photos</span>
        <span>
          <Choice
            label="Matting of the kit"
            value={kit.matting.school ?? 'grow-mat'}
            options={[
              { value: 'grow-mat', name: 'keep their size; the mat grows' },
              { value: 'trim-photo', name: 'are trimmed; the mat keeps its size' },
            ]}
            onChange={(school) => change({ ...kit, matting: { ...kit.matting, school } })}
          />
        </span>
        <span className="text-soft">Trimming</span>
        <span>
          <Choice
            label="How photos are trimmed"
            value={kit.matting.trim ?? 'two-sides'}
            options={[
              { value: 'two-sides', name: 'off the right and the lower side: two cuts' },
              { value: 'all-round', name: 'all round, half from each side' },
            ]}
            onChange={(trim) => change({ ...kit, matting: { ...kit.matting, trim } })}
          />
        </span>
        <span className="text-soft">A new mat shows</span>
        <span>
          <Measure
            align="left"
            label="How much a new mat shows"
            value={kit.matting.reveal}
            onChange={(reveal) => change({ ...kit, matting: { ...kit.matting, reveal } })}
          />
        </span>
        <span className="text-soft">Worked edges</span>
        <span>
          <Choice
            label="What the size of a torn piece means"
            value={kit.stated ?? 'finished'}
            options={[
              { value: 'cut', name: 'are torn or scalloped into the size that is stated' },
              { value: 'finished', name: 'are cut larger, so that the stated size shows' },
            ]}
            onChange={(stated) => change({ ...kit, stated })}
          />
        </span>
        <span className="text-soft">Protectors</span>
        <label className="flex items-center gap-1.5">
          <input
            type="checkbox"
            className="accent-velvet"
            checked={kit.protectors ?? false}
            onChange={(event) => change({ ...kit, protectors: event.currentTarget.checked })}
          />
          pages go into page protectors
        </label>
        <span className="text-soft">The eye</span>
        <label className="flex items-center gap-1.5">
          <input
            type="checkbox"
            className="accent-velvet"
            checked={!(kit.noEye ?? false)}
            onChange={(event) => change({ ...kit, noEye: !event.currentTarget.checked })}
          />
          says how pages look: contrast, prints, colours, weight
        </label>
        <span className="text-soft">Kits to pack</span>
        <span>
          <NumberField
            align="left"
            label="Kits to pack"
            value={kit.kits ?? 1}
            min={1}
            max={10_000}
            onChange={(n) => n !== null && change({ ...kit, kits: n })}
          />
        </span>
        <span className="text-soft">The trimmer</span>
        <Trimmer />
        <label htmlFor="kit-notes" className="text-soft">
          Your notes
        </label>
        <textarea
          id="kit-notes"
          className="field"
          rows={3}
          defaultValue={kit.notes ?? ''}
          placeholder="Not printed in the guide"
          onBlur={(event) => {
            const notes = event.currentTarget.value.trim() || null;
            if (notes !== (kit.notes ?? null)) change({ ...kit, notes });
          }}
        />
      </div>
      <button type="button" className="press mt-6" onClick={onClose}>
        Close
      </button>
    </Dialog>
  );
}

// What the trimmer can do; what is not said is no limit.
function Trimmer() {
  const { kit, change } = useKit();
  return (
    <span className="flex flex-col items-start gap-1">
      <OptionalMeasure
        label="Longest cut of the trimmer"
        before="cuts up to"
        offer="Say how long a cut it makes"
        none="no limit"
        value={kit.longestCut ?? null}
        first={inUnit(kit, '12', '305')}
        onChange={(longestCut) => change({ ...kit, longestCut })}
      />
      <OptionalMeasure
        label="Narrowest strip of the trimmer"
        before="its narrowest mark is"
        offer="Say the narrowest mark it can be set to"
        none="no limit"
        value={kit.narrowestStrip ?? null}
        first={inUnit(kit, '1/4', '6')}
        onChange={(narrowestStrip) => change({ ...kit, narrowestStrip })}
      />
      <OptionalMeasure
        label="Stack the trimmer cuts through"
        before="cuts stacks up to"
        offer="Say how thick a stack it cuts"
        none="sheet by sheet"
        value={kit.cutsThrough ?? null}
        first={inUnit(kit, '1/32', '1')}
        onChange={(cutsThrough) => change({ ...kit, cutsThrough })}
      />
      <label className="flex items-center gap-1.5">
        <input
          type="checkbox"
          className="accent-velvet"
          checked={!kit.noPlunge}
          onChange={(event) => change({ ...kit, noPlunge: !event.currentTarget.checked })}
        />
        its blade can be set down inside a sheet
      </label>
    </span>
  );
}
