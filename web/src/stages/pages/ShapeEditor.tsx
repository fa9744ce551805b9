import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import type { Edge, Piece } from '../../api/client';
import { Choice } from '../../parts/Choice';
import { Measure } from '../../parts/Measure';
import { useKit } from '../../parts/kitContext';
import { inUnit } from '../../parts/length';
import { EdgesTake } from './EdgesTake';
import { JoinEditor } from './JoinEditor';
import { TemplateDialog } from './TemplateDialog';

interface Props {
  label: string;
  piece: Piece;
  onChange: (piece: Piece) => void;
}

type Shape = NonNullable<NonNullable<Piece['shape']>['kind']>;
type Work = NonNullable<NonNullable<Piece['finishes']>[number]['work']>;

const shapes: readonly Shape[] = ['rectangle', 'circle', 'oval', 'hexagon', 'template'];
const works: readonly Work[] = ['straight', 'torn', 'scalloped', 'punched', 'inked', 'rounded', 'mitred', 'dovetailed'];
const edges: readonly Edge[] = ['left', 'top', 'right', 'bottom'];

const takesPaper: readonly Work[] = ['torn', 'scalloped', 'punched'];

/** The outline of a piece, its edges, how it is stuck down, and whether its inside is cut out. */
export function ShapeEditor({ label, piece, onChange }: Props) {
  const { t } = useTranslation();
  const { kit } = useKit();
  const kind = piece.shape?.kind ?? 'rectangle';
  const [reading, setReading] = useState(false);
  const worn = (piece.finishes ?? []).filter((f) => takesPaper.includes(f.work ?? 'straight'));
  const setEdge = (edge: Edge, work: Work) =>
    onChange({
      ...piece,
      finishes: [...(piece.finishes ?? []).filter((f) => f.edge !== edge), ...(work === 'straight' ? [] : [{ edge, work }])],
    });
  return (
    <>
      <span className="text-soft">{t('shapeEditor.shape')}</span>
      <span className="flex flex-wrap items-baseline gap-3">
        <Choice
          label={t('shapeEditor.shapeOf', { label })}
          value={kind}
          options={shapes.map((value) => ({ value, name: t(`shapeEditor.outline.${value}`) }))}
          onChange={(next) => {
            if (next === 'template') setReading(true);
            else onChange({ ...piece, shape: next === 'rectangle' ? undefined : { kind: next } });
          }}
        />
        {kind === 'template' && (
          <button type="button" className="quiet" onClick={() => setReading(true)}>
            {t('shapeEditor.readAnother')}
          </button>
        )}
        {reading && (
          <TemplateDialog
            piece={piece}
            onClose={() => setReading(false)}
            onTaken={(shape) => {
              setReading(false);
              onChange({ ...piece, shape });
            }}
          />
        )}
        <Choice
          label={t('shapeEditor.mountOf', { label })}
          value={piece.mount ?? 'flat'}
          options={[
            { value: 'flat', name: t('shapeEditor.stuckFlat') },
            { value: 'raised', name: t('shapeEditor.raisedOnFoam') },
          ]}
          onChange={(mount) => onChange({ ...piece, mount })}
        />
        <label className="flex items-baseline gap-1.5">
          {t('shapeEditor.tilted')}
          <input
            type="number"
            aria-label={t('shapeEditor.tiltOfInDegrees', { label })}
            className="field w-16 py-0"
            min={-45}
            max={45}
            step={0.5}
            value={piece.tilt ?? 0}
            onChange={(event) => {
              const tilt = event.currentTarget.valueAsNumber;
              if (tilt >= -45 && tilt <= 45) onChange({ ...piece, tilt: tilt === 0 ? null : tilt });
            }}
          />
          {t('shapeEditor.degrees')}
        </label>
        {piece.kind !== 'photo' && piece.kind !== 'drawn' && (
          <label className="flex items-center gap-1.5">
            <input
              type="checkbox"
              className="accent-velvet"
              checked={piece.hole ?? false}
              onChange={(event) => onChange({ ...piece, hole: event.currentTarget.checked })}
            />
            {t('shapeEditor.hasAHole')}
          </label>
        )}
      </span>
      {piece.kind !== 'photo' && piece.kind !== 'drawn' && !piece.part && (
        <>
          <span className="text-soft">{t('shapeEditor.joins')}</span>
          <JoinEditor label={label} piece={piece} onChange={onChange} />
          <span className="text-soft">{t('shapeEditor.edges')}</span>
          <span className="flex flex-wrap items-baseline gap-x-3">
            {edges.map((edge) => (
              <span key={edge} className="flex items-baseline gap-1">
                <span className="text-soft">{t(`edges.edge.${edge}`)}</span>
                <Choice
                  label={t('shapeEditor.edgeOf', { edge: t(`edges.edge.${edge}`), label })}
                  value={piece.finishes?.find((f) => f.edge === edge)?.work ?? 'straight'}
                  options={works.map((value) => ({ value, name: t(`shapeEditor.work.${value}`) }))}
                  onChange={(work) => setEdge(edge, work)}
                />
              </span>
            ))}
          </span>
          {worn.length > 0 && <EdgesTake label={label} piece={piece} worn={worn} onChange={onChange} />}
          <span className="text-soft">{t('shapeEditor.inside')}</span>
          {piece.gut ? (
            <span className="flex items-baseline gap-1.5">
              {t('shapeEditor.cutOutABorder')}
              <Measure
                align="left"
                label={t('shapeEditor.borderOf', { label })}
                value={piece.gut}
                onChange={(gut) => onChange({ ...piece, gut })}
              />
              {t('shapeEditor.stays')}
              <button type="button" className="quiet" onClick={() => onChange({ ...piece, gut: null })}>
                {t('shapeEditor.leaveItWhole')}
              </button>
            </span>
          ) : (
            <button
              type="button"
              className="quiet justify-self-start"
              onClick={() => onChange({ ...piece, gut: inUnit(kit, '1', '25') })}
            >
              {t('shapeEditor.cutTheInsideOut')}
            </button>
          )}
        </>
      )}
    </>
  );
}
