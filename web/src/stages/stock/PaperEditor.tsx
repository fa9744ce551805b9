import type { Edge, Paper } from '../../api/client';
import { Choice } from '../../parts/Choice';
import { sideOf, useKit } from '../../parts/kitContext';
import { inUnit } from '../../parts/length';
import { Measure } from '../../parts/Measure';
import { OptionalMeasure } from '../../parts/OptionalMeasure';
import { AlikePapers } from './AlikePapers';
import { FaceEditor } from './FaceEditor';
import { OffcutList } from './OffcutList';
import { TextField } from '../../parts/TextField';

interface Props {
  paper: Paper;
  used: readonly string[];
  onChange: (paper: Paper) => void;
  onRemove: () => void;
  /** Whether it was just made: its name is what is typed first. */
  fresh: boolean;
}

const edges: readonly Edge[] = ['bottom', 'top', 'left', 'right'];

/** Everything about one paper: its name and size, its faces, its tear strip. */
export function PaperEditor({ paper, used, onChange, onRemove, fresh }: Props) {
  const { kit, answer } = useKit();
  return (
    <div className="grid grid-cols-[5.5rem_1fr] items-baseline gap-y-1.5 pt-1 pb-4 text-[15px]">
      <span className="text-soft">Name</span>
      <TextField
        label="Name of the paper"
        first={fresh}
        value={paper.name}
        onChange={(name) => onChange({ ...paper, name })}
        className="w-64"
      />
      <span className="text-soft">Sheet</span>
      <span>
        <Measure
          align="left"
          label={`Width of ${paper.name}`}
          value={paper.size.width}
          onChange={(width) => onChange({ ...paper, size: { ...paper.size, width } })}
        />
        <span className="text-soft"> x </span>
        <Measure
          align="left"
          label={`Height of ${paper.name}`}
          value={paper.size.height}
          onChange={(height) => onChange({ ...paper, size: { ...paper.size, height } })}
        />
      </span>
      <span className="text-soft">Face A</span>
      <FaceEditor
        name="A"
        paper={paper}
        label={`Face A of ${paper.name}`}
        face={paper.faceA}
        side={paper.faceB ? sideOf(answer, paper.id, 'A') : null}
        onChange={(faceA) => onChange({ ...paper, faceA })}
      />
      <span className="text-soft">Face B</span>
      {paper.faceB ? (
        <span className="flex flex-wrap items-baseline gap-2">
          <FaceEditor
            name="B"
            paper={paper}
            label={`Face B of ${paper.name}`}
            face={paper.faceB}
            side={sideOf(answer, paper.id, 'B')}
            onChange={(faceB) => onChange({ ...paper, faceB })}
          />
          <button type="button" className="quiet" onClick={() => onChange({ ...paper, faceB: undefined })}>
            not printed
          </button>
        </span>
      ) : (
        <button
          type="button"
          className="quiet justify-self-start"
          onClick={() => onChange({ ...paper, faceB: { colour: '#FFFFFF', print: 'solid', direction: 'free' } })}
        >
          Printed on both faces
        </button>
      )}
      <span className="text-soft">Thickness</span>
      <span className="flex flex-wrap items-baseline gap-3">
        <OptionalMeasure
          label={`Thickness of ${paper.name}`}
          value={paper.thickness ?? null}
          first={inUnit(kit, '1/64', '0.3')}
          offer="Say how thick"
          onChange={(thickness) => onChange({ ...paper, thickness })}
        />
        <label className="flex items-center gap-1.5">
          <input
            type="checkbox"
            className="accent-velvet"
            checked={paper.preprinted ?? false}
            onChange={(event) => onChange({ ...paper, preprinted: event.currentTarget.checked })}
          />
          a base printed for a page, laid down whole
        </label>
      </span>
      <span className="text-soft">Offcuts</span>
      <OffcutList paper={paper} />
      <span className="text-soft">Tear strip</span>
      {paper.tearStrip ? (
        <span className="flex flex-wrap items-baseline gap-2">
          <Measure
            align="left"
            label={`Tear strip of ${paper.name}`}
            value={paper.tearStrip.width}
            onChange={(width) => paper.tearStrip && onChange({ ...paper, tearStrip: { ...paper.tearStrip, width } })}
          />
          <Choice
            label={`Edge of the tear strip of ${paper.name}`}
            value={paper.tearStrip.edge}
            options={edges.map((e) => ({ value: e, name: `along the ${e}` }))}
            onChange={(edge) => paper.tearStrip && onChange({ ...paper, tearStrip: { ...paper.tearStrip, edge } })}
          />
          <Choice
            label={`Whether the tear strip of ${paper.name} is extra`}
            value={paper.tearStrip.extra ? 'extra' : 'within'}
            options={[
              { value: 'extra', name: 'beyond the sheet' },
              { value: 'within', name: 'part of the sheet' },
            ]}
            onChange={(which) =>
              paper.tearStrip && onChange({ ...paper, tearStrip: { ...paper.tearStrip, extra: which === 'extra' } })
            }
          />
          <button type="button" className="quiet" onClick={() => onChange({ ...paper, tearStrip: undefined })}>
            has none
          </button>
        </span>
      ) : (
        <button
          type="button"
          className="quiet justify-self-start"
          onClick={() => onChange({ ...paper, tearStrip: { edge: 'bottom', width: inUnit(kit, '1/2', '12'), extra: true } })}
        >
          Has one, cut off first
        </button>
      )}
      <span className="text-soft">Squaring</span>
      {paper.squaring ? (
        <span className="flex flex-wrap items-baseline gap-2">
          <Measure
            align="left"
            label={`What is cut off to square ${paper.name}`}
            value={paper.squaring.width}
            onChange={(width) => paper.squaring && onChange({ ...paper, squaring: { ...paper.squaring, width } })}
          />
          <Choice
            label={`Edges of ${paper.name} that are squared`}
            value={paper.squaring.allRound ? 'all' : 'two'}
            options={[
              { value: 'two', name: 'off the left and upper edge' },
              { value: 'all', name: 'off all four edges' },
            ]}
            onChange={(which) =>
              paper.squaring && onChange({ ...paper, squaring: { ...paper.squaring, allRound: which === 'all' } })
            }
          />
          <button type="button" className="quiet" onClick={() => onChange({ ...paper, squaring: undefined })}>
            its edges are true
          </button>
        </span>
      ) : (
        <button
          type="button"
          className="quiet justify-self-start"
          onClick={() => onChange({ ...paper, squaring: { width: inUnit(kit, '1/8', '3'), allRound: false } })}
        >
          Cut a sliver off to square it first
        </button>
      )}
      <AlikePapers paper={paper} />
      <span />
      <button
        type="button"
        className="press mt-1 justify-self-start"
        disabled={used.length > 0}
        title={used.length ? `${used.join(', ')} are cut from it` : undefined}
        onClick={onRemove}
      >
        {used.length
          ? `Cannot be removed: ${used.length === 1 ? '1 piece is' : `${used.length} pieces are`} cut from it`
          : 'Remove this paper'}
      </button>
    </div>
  );
}
