import type { Edge, Piece } from '../../api/client';
import { Choice } from '../../parts/Choice';
import { useKit } from '../../parts/kitContext';
import { inUnit } from '../../parts/length';
import { Measure } from '../../parts/Measure';
import { OptionalMeasure } from '../../parts/OptionalMeasure';
import { TextField } from '../../parts/TextField';
import { JoinEditor } from './JoinEditor';

interface Props {
  label: string;
  piece: Piece;
  onChange: (piece: Piece) => void;
}

const none = '(none)';

/** The ready-made part a piece is: from which sheet, and which of it. */
export function PartChoice({ label, piece, onChange }: Props) {
  const { kit } = useKit();
  const sheets = kit.parts ?? [];
  const use = piece.part;
  const sheet = sheets.find((s) => s.id === use?.sheet);
  if (sheets.length === 0 && !use) return null;
  const setSheet = (id: string) => {
    if (id === none) onChange({ ...piece, part: undefined });
    else {
      const next = sheets.find((s) => s.id === id);
      const first = next?.kind === 'letters' ? (piece.name ?? '') : next?.parts?.[0]?.id;
      onChange({
        ...piece,
        paper: undefined,
        cutFrom: undefined,
        part: { sheet: id, part: next?.kind === 'by-length' ? undefined : first },
      });
    }
  };
  return (
    <>
      <span className="text-soft">Comes off</span>
      <span className="flex flex-wrap items-baseline gap-2">
        <Choice
          optional
          label={`Sheet ${label} comes off`}
          value={use?.sheet ?? none}
          none={use?.sheet}
          options={[{ value: none, name: 'no sheet of parts' }, ...sheets.map((s) => ({ value: s.id, name: s.name }))]}
          onChange={setSheet}
        />
        {use && sheet && (sheet.kind === 'stickers' || sheet.kind === 'die-cuts' || sheet.kind === 'loose') && (
          <Choice
            label={`Part ${label} is`}
            value={use.part ?? null}
            none={use.part ?? 'Choose a part'}
            options={(sheet.parts ?? []).map((p) => ({ value: p.id, name: p.layout ? `${p.id}, for ${p.layout}` : p.id }))}
            onChange={(part) => onChange({ ...piece, part: { ...use, part } })}
          />
        )}
        {use && sheet && (sheet.kind === 'stickers' || sheet.kind === 'die-cuts' || sheet.kind === 'loose') && (
          <PartCut label={label} use={use} onChange={(part) => onChange({ ...piece, part })} />
        )}
        {use && sheet?.kind === 'letters' && (
          <TextField
            label={`Text of ${label}`}
            value={use.part ?? ''}
            placeholder="the text it is set in"
            onChange={(part) => onChange({ ...piece, part: { ...use, part, others: [] } })}
            className="w-44"
          />
        )}
        {use && sheet?.kind === 'letters' && (
          <OtherLetters label={label} use={use} onChange={(part) => onChange({ ...piece, part })} />
        )}
        {use && sheet?.kind === 'by-length' && (
          <span className="flex flex-wrap items-baseline gap-x-2 gap-y-1">
            <Choice
              label={`How ${label} is tied`}
              value={use.tied ?? 'straight'}
              options={ties}
              onChange={(tied) =>
                onChange({
                  ...piece,
                  joins: tied === 'straight' ? piece.joins : [],
                  part: { ...use, tied: tied === 'straight' ? undefined : tied },
                })
              }
            />
            <Measure
              align="left"
              label={`Length cut more for ${label}`}
              value={use.more ?? inUnit(kit, '0', '0')}
              onChange={(more) => onChange({ ...piece, part: { ...use, more } })}
            />
            <span className="text-soft">more</span>
            {!use.tied && <JoinEditor label={label} piece={piece} offer="Knot it of shorter lengths" onChange={onChange} />}
          </span>
        )}
      </span>
    </>
  );
}

type PartUse = NonNullable<Piece['part']>;

const ties: readonly { value: 'straight' | NonNullable<PartUse['tied']>; name: string }[] = [
  { value: 'straight', name: 'lies straight' },
  { value: 'knot', name: 'a knot in its middle' },
  { value: 'bow', name: 'a bow, so wide' },
  { value: 'double-bow', name: 'a bow of four loops, so wide' },
];

const sides: readonly Edge[] = ['left', 'right', 'top', 'bottom'];

/** Letters of its text that come off other sheets. */
function OtherLetters({ label, use, onChange }: { label: string; use: PartUse; onChange: (use: PartUse) => void }) {
  const { kit } = useKit();
  const sheets = (kit.parts ?? []).filter((s) => s.kind === 'letters' && s.id !== use.sheet);
  const others = use.others ?? [];
  const set = (sheet: string, letters: string) => {
    const rest = others.filter((o) => o.sheet !== sheet);
    onChange({ ...use, others: letters.trim() === '' ? rest : [...rest, { sheet, letters: letters.trim() }] });
  };
  return sheets.map((sheet) => (
    <span key={sheet.id} className="flex items-baseline gap-1">
      <span className="text-soft">of it from {sheet.name}</span>
      <TextField
        label={`Letters of ${label} from ${sheet.name}`}
        value={others.find((o) => o.sheet === sheet.id)?.letters ?? ''}
        placeholder="none"
        optional
        onChange={(letters) => set(sheet.id, letters)}
        className="w-20"
      />
    </span>
  ));
}

/** Which half of the part it is, and what is cut off it. */
function PartCut({ label, use, onChange }: { label: string; use: PartUse; onChange: (use: PartUse) => void }) {
  const { kit } = useKit();
  const slice = use.slice;
  return (
    <>
      <Choice
        label={`How much of it ${label} is`}
        value={use.half ?? 'whole'}
        options={[{ value: 'whole', name: 'whole' }, ...sides.map((side) => ({ value: side, name: `its ${side} half` }))]}
        onChange={(half) => onChange({ ...use, half: half === 'whole' ? undefined : half })}
      />
      <OptionalMeasure
        label={`Width of the slice cut off ${label}`}
        value={slice?.off ?? null}
        first={inUnit(kit, '1/4', '6')}
        offer="cut a slice off"
        before="less"
        none="nothing off"
        onChange={(off) => onChange({ ...use, slice: off === undefined ? undefined : { edge: slice?.edge ?? 'bottom', off } })}
      />
      {slice && (
        <Choice
          label={`Where the slice is cut off ${label}`}
          value={slice.edge}
          options={sides.map((side) => ({ value: side, name: `at its ${side} edge` }))}
          onChange={(edge) => onChange({ ...use, slice: { ...slice, edge } })}
        />
      )}
    </>
  );
}
