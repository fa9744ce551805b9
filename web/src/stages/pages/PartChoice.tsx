import { useTranslation } from 'react-i18next';
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
  const { t } = useTranslation();
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
      <span className="text-soft">{t('partChoice.comesOff')}</span>
      <span className="flex flex-wrap items-baseline gap-2">
        <Choice
          optional
          label={t('partChoice.sheetComesOff', { label })}
          value={use?.sheet ?? none}
          none={use?.sheet}
          options={[{ value: none, name: t('partChoice.noSheetOfParts') }, ...sheets.map((s) => ({ value: s.id, name: s.name }))]}
          onChange={setSheet}
        />
        {use && sheet && (sheet.kind === 'stickers' || sheet.kind === 'die-cuts' || sheet.kind === 'loose') && (
          <Choice
            label={t('partChoice.partIs', { label })}
            value={use.part ?? null}
            none={use.part ?? t('partChoice.choose')}
            options={(sheet.parts ?? []).map((p) => ({
              value: p.id,
              name: p.layout ? t('partChoice.for', { id: p.id, layout: p.layout }) : p.id,
            }))}
            onChange={(part) => onChange({ ...piece, part: { ...use, part } })}
          />
        )}
        {use && sheet && (sheet.kind === 'stickers' || sheet.kind === 'die-cuts' || sheet.kind === 'loose') && (
          <PartCut label={label} use={use} onChange={(part) => onChange({ ...piece, part })} />
        )}
        {use && sheet?.kind === 'letters' && (
          <TextField
            label={t('partChoice.textOf', { label })}
            value={use.part ?? ''}
            placeholder={t('partChoice.theTextItIs')}
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
              label={t('partChoice.howIsTied', { label })}
              value={use.tied ?? 'straight'}
              options={ties.map((value) => ({ value, name: t(`partChoice.tie.${value}`) }))}
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
              label={t('partChoice.lengthCutMoreFor', { label })}
              value={use.more ?? inUnit(kit, '0', '0')}
              onChange={(more) => onChange({ ...piece, part: { ...use, more } })}
            />
            <span className="text-soft">{t('partChoice.more')}</span>
            {!use.tied && <JoinEditor label={label} piece={piece} offer={t('partChoice.knot')} onChange={onChange} />}
          </span>
        )}
      </span>
    </>
  );
}

type PartUse = NonNullable<Piece['part']>;

const ties: readonly ('straight' | NonNullable<PartUse['tied']>)[] = ['straight', 'knot', 'bow', 'double-bow'];

const sides: readonly Edge[] = ['left', 'right', 'top', 'bottom'];

/** Letters of its text that come off other sheets. */
function OtherLetters({ label, use, onChange }: { label: string; use: PartUse; onChange: (use: PartUse) => void }) {
  const { t } = useTranslation();
  const { kit } = useKit();
  const sheets = (kit.parts ?? []).filter((s) => s.kind === 'letters' && s.id !== use.sheet);
  const others = use.others ?? [];
  const set = (sheet: string, letters: string) => {
    const rest = others.filter((o) => o.sheet !== sheet);
    onChange({ ...use, others: letters.trim() === '' ? rest : [...rest, { sheet, letters: letters.trim() }] });
  };
  return sheets.map((sheet) => (
    <span key={sheet.id} className="flex items-baseline gap-1">
      <span className="text-soft">{t('partChoice.ofItFrom', { sheet: sheet.name })}</span>
      <TextField
        label={t('partChoice.lettersOfFrom', { label, sheet: sheet.name })}
        value={others.find((o) => o.sheet === sheet.id)?.letters ?? ''}
        placeholder={t('partChoice.none')}
        optional
        onChange={(letters) => set(sheet.id, letters)}
        className="w-20"
      />
    </span>
  ));
}

/** Which half of the part it is, and what is cut off it. */
function PartCut({ label, use, onChange }: { label: string; use: PartUse; onChange: (use: PartUse) => void }) {
  const { t } = useTranslation();
  const { kit } = useKit();
  const slice = use.slice;
  return (
    <>
      <Choice
        label={t('partChoice.howMuchOfIt', { label })}
        value={use.half ?? 'whole'}
        options={[
          { value: 'whole', name: t('partChoice.whole') },
          ...sides.map((side) => ({ value: side, name: t('partChoice.itsHalf', { side: t(`edges.edge.${side}`) }) })),
        ]}
        onChange={(half) => onChange({ ...use, half: half === 'whole' ? undefined : half })}
      />
      <OptionalMeasure
        label={t('partChoice.widthOfTheSlice', { label })}
        value={slice?.off ?? null}
        first={inUnit(kit, '1/4', '6')}
        offer={t('partChoice.slice')}
        before={t('partChoice.less')}
        none={t('partChoice.nothingOff')}
        onChange={(off) => onChange({ ...use, slice: off === undefined ? undefined : { edge: slice?.edge ?? 'bottom', off } })}
      />
      {slice && (
        <Choice
          label={t('partChoice.whereTheSliceIs', { label })}
          value={slice.edge}
          options={sides.map((side) => ({ value: side, name: t('partChoice.atItsEdge', { side: t(`edges.edge.${side}`) }) }))}
          onChange={(edge) => onChange({ ...use, slice: { ...slice, edge } })}
        />
      )}
    </>
  );
}
