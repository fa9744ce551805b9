import { useTranslation } from 'react-i18next';
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
  const { t } = useTranslation();
  const { kit, answer } = useKit();
  return (
    <div className="grid grid-cols-[5.5rem_1fr] items-baseline gap-y-1.5 pt-1 pb-4 text-[15px]">
      <span className="text-soft">{t('paperEditor.name')}</span>
      <TextField
        label={t('paperEditor.nameOfThePaper')}
        first={fresh}
        value={paper.name}
        onChange={(name) => onChange({ ...paper, name })}
        className="w-64"
      />
      <span className="text-soft">{t('paperEditor.sheet')}</span>
      <span>
        <Measure
          align="left"
          label={t('paperEditor.widthOf', { paper: paper.name })}
          value={paper.size.width}
          onChange={(width) => onChange({ ...paper, size: { ...paper.size, width } })}
        />
        <span className="text-soft"> x </span>
        <Measure
          align="left"
          label={t('paperEditor.heightOf', { paper: paper.name })}
          value={paper.size.height}
          onChange={(height) => onChange({ ...paper, size: { ...paper.size, height } })}
        />
      </span>
      <span className="text-soft">{t('paperEditor.faceA')}</span>
      <FaceEditor
        name="A"
        paper={paper}
        label={t('paperEditor.faceAOf', { paper: paper.name })}
        face={paper.faceA}
        side={paper.faceB ? sideOf(answer, paper.id, 'A') : null}
        onChange={(faceA) => onChange({ ...paper, faceA })}
      />
      <span className="text-soft">{t('paperEditor.faceB')}</span>
      {paper.faceB ? (
        <span className="flex flex-wrap items-baseline gap-2">
          <FaceEditor
            name="B"
            paper={paper}
            label={t('paperEditor.faceBOf', { paper: paper.name })}
            face={paper.faceB}
            side={sideOf(answer, paper.id, 'B')}
            onChange={(faceB) => onChange({ ...paper, faceB })}
          />
          <button type="button" className="quiet" onClick={() => onChange({ ...paper, faceB: undefined })}>
            {t('paperEditor.notPrinted')}
          </button>
        </span>
      ) : (
        <button
          type="button"
          className="quiet justify-self-start"
          onClick={() => onChange({ ...paper, faceB: { colour: '#FFFFFF', print: 'solid', direction: 'free' } })}
        >
          {t('paperEditor.printedOnBothFaces')}
        </button>
      )}
      <span className="text-soft">{t('paperEditor.thickness')}</span>
      <span className="flex flex-wrap items-baseline gap-3">
        <OptionalMeasure
          label={t('paperEditor.thicknessOf', { paper: paper.name })}
          value={paper.thickness ?? null}
          first={inUnit(kit, '1/64', '0.3')}
          offer={t('paperEditor.sayThick')}
          onChange={(thickness) => onChange({ ...paper, thickness })}
        />
        <label className="flex items-center gap-1.5">
          <input
            type="checkbox"
            className="accent-velvet"
            checked={paper.preprinted ?? false}
            onChange={(event) => onChange({ ...paper, preprinted: event.currentTarget.checked })}
          />
          {t('paperEditor.aBasePrintedFor')}
        </label>
      </span>
      <span className="text-soft">{t('paperEditor.offcuts')}</span>
      <OffcutList paper={paper} />
      <span className="text-soft">{t('paperEditor.tearStrip')}</span>
      {paper.tearStrip ? (
        <span className="flex flex-wrap items-baseline gap-2">
          <Measure
            align="left"
            label={t('paperEditor.tearStripOf', { paper: paper.name })}
            value={paper.tearStrip.width}
            onChange={(width) => paper.tearStrip && onChange({ ...paper, tearStrip: { ...paper.tearStrip, width } })}
          />
          <Choice
            label={t('paperEditor.edgeOfTheTear', { paper: paper.name })}
            value={paper.tearStrip.edge}
            options={edges.map((e) => ({ value: e, name: t('paperEditor.alongThe', { edge: t(`edges.edge.${e}`) }) }))}
            onChange={(edge) => paper.tearStrip && onChange({ ...paper, tearStrip: { ...paper.tearStrip, edge } })}
          />
          <Choice
            label={t('paperEditor.whetherTheTearStrip', { paper: paper.name })}
            value={paper.tearStrip.extra ? 'extra' : 'within'}
            options={[
              { value: 'extra', name: t('paperEditor.beyondTheSheet') },
              { value: 'within', name: t('paperEditor.partOfTheSheet') },
            ]}
            onChange={(which) =>
              paper.tearStrip && onChange({ ...paper, tearStrip: { ...paper.tearStrip, extra: which === 'extra' } })
            }
          />
          <button type="button" className="quiet" onClick={() => onChange({ ...paper, tearStrip: undefined })}>
            {t('paperEditor.hasNone')}
          </button>
        </span>
      ) : (
        <button
          type="button"
          className="quiet justify-self-start"
          onClick={() => onChange({ ...paper, tearStrip: { edge: 'bottom', width: inUnit(kit, '1/2', '12'), extra: true } })}
        >
          {t('paperEditor.hasOneCutOff')}
        </button>
      )}
      <span className="text-soft">{t('paperEditor.squaring')}</span>
      {paper.squaring ? (
        <span className="flex flex-wrap items-baseline gap-2">
          <Measure
            align="left"
            label={t('paperEditor.whatIsCutOff', { paper: paper.name })}
            value={paper.squaring.width}
            onChange={(width) => paper.squaring && onChange({ ...paper, squaring: { ...paper.squaring, width } })}
          />
          <Choice
            label={t('paperEditor.edgesOfThatAre', { paper: paper.name })}
            value={paper.squaring.allRound ? 'all' : 'two'}
            options={[
              { value: 'two', name: t('paperEditor.offTheLeftAnd') },
              { value: 'all', name: t('paperEditor.offAllFourEdges') },
            ]}
            onChange={(which) =>
              paper.squaring && onChange({ ...paper, squaring: { ...paper.squaring, allRound: which === 'all' } })
            }
          />
          <button type="button" className="quiet" onClick={() => onChange({ ...paper, squaring: undefined })}>
            {t('paperEditor.itsEdgesAreTrue')}
          </button>
        </span>
      ) : (
        <button
          type="button"
          className="quiet justify-self-start"
          onClick={() => onChange({ ...paper, squaring: { width: inUnit(kit, '1/8', '3'), allRound: false } })}
        >
          {t('paperEditor.cutASliverOff')}
        </button>
      )}
      <AlikePapers paper={paper} />
      <span />
      <button
        type="button"
        className="press mt-1 justify-self-start"
        disabled={used.length > 0}
        title={used.length ? t('paperEditor.areCutFromIt', { value: used.join(', ') }) : undefined}
        onClick={onRemove}
      >
        {used.length ? t('paperEditor.keeps', { count: used.length }) : t('paperEditor.removeThisPaper')}
      </button>
    </div>
  );
}
