import type { Edge, KitAnswer, PartKind, PartSheet } from '../../api/client';
import { Choice } from '../../parts/Choice';
import { useKit } from '../../parts/kitContext';
import { inUnit, readable } from '../../parts/length';
import { Measure } from '../../parts/Measure';
import { NumberField } from '../../parts/NumberField';
import { TextField } from '../../parts/TextField';
import { LetterSize, PartLook } from './PartSizes';
import { kindWords, lettersToParts, partsToLetters } from './partKinds';

interface Props {
  sheet: PartSheet;
  count: KitAnswer['counts']['parts'][number] | undefined;
  used: readonly string[];
  onChange: (sheet: PartSheet) => void;
  onRemove: () => void;
}

const anyLayout = '(any)';

/** Everything about one sheet, pack or roll: its name, its kind, and what is on it. */
export function PartEditor({ sheet, count, used, onChange, onRemove }: Props) {
  const { kit } = useKit();
  const kind = sheet.kind ?? 'stickers';
  const parts = sheet.parts ?? [];
  const setKind = (next: PartKind) =>
    onChange({
      ...sheet,
      kind: next,
      parts: next === 'by-length' ? [] : parts,
      length: next === 'by-length' ? (sheet.length ?? inUnit(kit, '360', '10000')) : undefined,
    });
  const setPart = (at: number, part: Partial<(typeof parts)[number]>) =>
    onChange({ ...sheet, parts: parts.map((p, i) => (i === at ? { ...p, ...part } : p)) });
  const add = () => {
    let n = parts.length + 1;
    while (parts.some((p) => p.id === `part ${n}`)) n++;
    onChange({ ...sheet, parts: [...parts, { id: `part ${n}`, count: 1 }] });
  };
  return (
    <div className="grid grid-cols-[5.5rem_1fr] items-baseline gap-y-1.5 pt-1 pb-4 text-[15px]">
      <span className="text-soft">Name</span>
      <TextField
        label="Name of the sheet of parts"
        value={sheet.name}
        onChange={(name) => onChange({ ...sheet, name })}
        className="w-64"
      />
      <span className="text-soft">It is</span>
      <span>
        <Choice
          label={`Kind of ${sheet.name}`}
          value={kind}
          options={(Object.keys(kindWords) as PartKind[]).map((value) => ({ value, name: kindWords[value].choose }))}
          onChange={setKind}
        />
      </span>
      {kind === 'by-length' && (
        <>
          <span className="text-soft">One roll</span>
          <span>
            <Measure
              align="left"
              label={`Length of ${sheet.name}`}
              value={sheet.length ?? inUnit(kit, '360', '10000')}
              onChange={(length) => onChange({ ...sheet, length })}
            />
            {count?.lengthPerKit && <span className="text-soft"> one kit takes {readable(count.lengthPerKit)}</span>}
          </span>
        </>
      )}
      {kind === 'letters' && (
        <>
          <span className="text-soft">Letters</span>
          <TextField
            optional
            label={`Letters of ${sheet.name}`}
            value={partsToLetters(parts)}
            placeholder="AAAA BB CCC, each as often as it is there"
            onChange={(text) => onChange({ ...sheet, parts: lettersToParts(text) })}
            className="w-full"
          />
          <span className="text-soft">One letter</span>
          <LetterSize sheet={sheet} onChange={(letter) => onChange({ ...sheet, letter })} />
        </>
      )}
      {(kind === 'stickers' || kind === 'die-cuts' || kind === 'loose') && (
        <>
          <span className="text-soft">Parts</span>
          <div>
            <ul>
              {parts.map((part, i) => {
                const need = count?.needs.find((n) => n.part === part.id);
                return (
                  <li key={i} className="flex flex-wrap items-baseline gap-x-2">
                    <TextField label={`Part ${i + 1}`} value={part.id} onChange={(id) => setPart(i, { id })} className="w-36" />
                    <NumberField
                      align="left"
                      label={`How many of ${part.id}`}
                      value={part.count ?? 1}
                      min={1}
                      max={10_000}
                      onChange={(n) => n !== null && setPart(i, { count: n })}
                    />
                    <Choice
                      optional
                      label={`Layout of ${part.id}`}
                      value={part.layout ?? anyLayout}
                      options={[
                        { value: anyLayout, name: 'for any layout' },
                        ...(kit.layouts ?? []).map((l) => ({ value: l.id, name: `for ${l.id}` })),
                      ]}
                      onChange={(layout) => setPart(i, { layout: layout === anyLayout ? undefined : layout })}
                    />
                    <PartLook part={part} onChange={(look) => setPart(i, look)} />
                    <span className={`text-[13px] ${need && need.perKit > need.onSheet ? 'text-rust' : 'text-soft'}`}>
                      {need ? `${need.perKit} used: ${need.labels.join(', ')}${halvesLeft(need.halvesLeft)}` : 'not used'}
                    </span>
                    <button
                      type="button"
                      className="quiet ml-auto"
                      disabled={need !== undefined}
                      onClick={() => onChange({ ...sheet, parts: parts.filter((_, n) => n !== i) })}
                    >
                      <span aria-hidden>×</span>
                      <span className="sr-only">Remove {part.id}</span>
                    </button>
                  </li>
                );
              })}
            </ul>
            <button type="button" className="quiet mt-1" onClick={add}>
              Add a part
            </button>
          </div>
        </>
      )}
      <span />
      <button
        type="button"
        className="press mt-1 justify-self-start"
        disabled={used.length > 0}
        title={used.length ? `${used.join(', ')} come off it` : undefined}
        onClick={onRemove}
      >
        {used.length
          ? `Cannot be removed: ${used.length === 1 ? '1 piece comes' : `${used.length} pieces come`} off it`
          : 'Remove this sheet'}
      </button>
    </div>
  );
}

const halvesLeft = (halves: readonly Edge[]) =>
  halves.length === 0 ? '' : `; ${halves.length === 1 ? `its ${halves[0] ?? ''} half is` : `${halves.length} halves are`} left`;
