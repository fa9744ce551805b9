import { useTranslation } from 'react-i18next';
import { Choice } from './Choice';
import { Dialog } from './Dialog';
import { useKit } from './kitContext';
import { Measure } from './Measure';
import { OptionalMeasure } from './OptionalMeasure';
import { inUnit } from './length';
import { NumberField } from './NumberField';
import { TextField } from './TextField';

const rulers = { in: ['1/16 in', '1/32 in', '1/8 in'], mm: ['1 mm', '0.5 mm'] } as const;

const rulerNames = {
  '1/16 in': 'sixteenths',
  '1/32 in': 'thirtySeconds',
  '1/8 in': 'eighths',
  '1 mm': 'millimetres',
  '0.5 mm': 'halfMillimetres',
} as const;

/** What holds for the whole kit: its name, ruler, matting, number and notes. */
export function KitSettings({ open, onClose }: { open: boolean; onClose: () => void }) {
  const { t } = useTranslation();
  const { kit, change } = useKit();
  const unit = kit.unit ?? 'in';
  return (
    <Dialog open={open} title={t('kitSettings.theKit')} onClose={onClose}>
      <div className="grid grid-cols-[8rem_minmax(0,1fr)] items-baseline gap-y-2">
        <span className="text-soft">{t('kitSettings.name')}</span>
        <TextField
          label={t('kitSettings.nameOfTheKit')}
          value={kit.name}
          onChange={(name) => change({ ...kit, name })}
          className="w-64"
        />
        <span className="text-soft">{t('kitSettings.measuredIn')}</span>
        <span>
          <Choice
            label={t('kitSettings.unitOfTheKit')}
            value={unit}
            options={[
              { value: 'in', name: t('kitSettings.inches') },
              { value: 'mm', name: t('kitSettings.millimetres') },
            ]}
            onChange={(next) => change({ ...kit, unit: next, ruler: rulers[next][0] })}
          />
        </span>
        <span className="text-soft">{t('kitSettings.rulerIn')}</span>
        <span>
          <Choice
            label={t('kitSettings.rulerOfTheKit')}
            value={kit.ruler}
            none={kit.ruler}
            options={rulers[unit].map((value) => ({ value, name: t(`kitSettings.ruler.${rulerNames[value]}`) }))}
            onChange={(ruler) => change({ ...kit, ruler })}
          />
        </span>
        <span className="text-soft">{t('kitSettings.photos')}</span>
        <span>
          <Choice
            label={t('kitSettings.mattingOfTheKit')}
            value={kit.matting.school ?? 'grow-mat'}
            options={[
              { value: 'grow-mat', name: t('kitSettings.keepTheirSizeThe') },
              { value: 'trim-photo', name: t('kitSettings.areTrimmedTheMat') },
            ]}
            onChange={(school) => change({ ...kit, matting: { ...kit.matting, school } })}
          />
        </span>
        <span className="text-soft">{t('kitSettings.trimming')}</span>
        <span>
          <Choice
            label={t('kitSettings.howPhotosAreTrimmed')}
            value={kit.matting.trim ?? 'two-sides'}
            options={[
              { value: 'two-sides', name: t('kitSettings.offTheRightAnd') },
              { value: 'all-round', name: t('kitSettings.allRoundHalfFrom') },
            ]}
            onChange={(trim) => change({ ...kit, matting: { ...kit.matting, trim } })}
          />
        </span>
        <span className="text-soft">{t('kitSettings.aNewMatShows')}</span>
        <span>
          <Measure
            align="left"
            label={t('kitSettings.howMuchANew')}
            value={kit.matting.reveal}
            onChange={(reveal) => change({ ...kit, matting: { ...kit.matting, reveal } })}
          />
        </span>
        <span className="text-soft">{t('kitSettings.workedEdges')}</span>
        <span>
          <Choice
            label={t('kitSettings.whatTheSizeOf')}
            value={kit.stated ?? 'finished'}
            options={[
              { value: 'cut', name: t('kitSettings.areTornOrScalloped') },
              { value: 'finished', name: t('kitSettings.areCutLargerSo') },
            ]}
            onChange={(stated) => change({ ...kit, stated })}
          />
        </span>
        <span className="text-soft">{t('kitSettings.protectors')}</span>
        <label className="flex items-center gap-1.5">
          <input
            type="checkbox"
            className="accent-velvet"
            checked={kit.protectors ?? false}
            onChange={(event) => change({ ...kit, protectors: event.currentTarget.checked })}
          />
          {t('kitSettings.pagesGoIntoPage')}
        </label>
        <span className="text-soft">{t('kitSettings.theEye')}</span>
        <label className="flex items-center gap-1.5">
          <input
            type="checkbox"
            className="accent-velvet"
            checked={!(kit.noEye ?? false)}
            onChange={(event) => change({ ...kit, noEye: !event.currentTarget.checked })}
          />
          {t('kitSettings.saysHowPagesLook')}
        </label>
        <span className="text-soft">{t('kitSettings.kitsToPack')}</span>
        <span>
          <NumberField
            align="left"
            label={t('kitSettings.kitsToPack')}
            value={kit.kits ?? 1}
            min={1}
            max={10_000}
            onChange={(n) => n !== null && change({ ...kit, kits: n })}
          />
        </span>
        <span className="text-soft">{t('kitSettings.theTrimmer')}</span>
        <Trimmer />
        <label htmlFor="kit-notes" className="text-soft">
          {t('kitSettings.yourNotes')}
        </label>
        <textarea
          id="kit-notes"
          className="field"
          rows={3}
          defaultValue={kit.notes ?? ''}
          placeholder={t('kitSettings.notPrintedInThe')}
          onBlur={(event) => {
            const notes = event.currentTarget.value.trim() || null;
            if (notes !== (kit.notes ?? null)) change({ ...kit, notes });
          }}
        />
      </div>
      <button type="button" className="press mt-6" onClick={onClose}>
        {t('kitSettings.close')}
      </button>
    </Dialog>
  );
}

// What the trimmer can do; what is not said is no limit.
function Trimmer() {
  const { t } = useTranslation();
  const { kit, change } = useKit();
  return (
    <span className="flex flex-col items-start gap-1">
      <OptionalMeasure
        label={t('kitSettings.longestCutOfThe')}
        before={t('kitSettings.longest')}
        offer={t('kitSettings.sayLongest')}
        none={t('kitSettings.noLimit')}
        value={kit.longestCut ?? null}
        first={inUnit(kit, '12', '305')}
        onChange={(longestCut) => change({ ...kit, longestCut })}
      />
      <OptionalMeasure
        label={t('kitSettings.narrowestStripOfThe')}
        before={t('kitSettings.narrowest')}
        offer={t('kitSettings.sayNarrowest')}
        none={t('kitSettings.noLimit')}
        value={kit.narrowestStrip ?? null}
        first={inUnit(kit, '1/4', '6')}
        onChange={(narrowestStrip) => change({ ...kit, narrowestStrip })}
      />
      <OptionalMeasure
        label={t('kitSettings.stackTheTrimmerCuts')}
        before={t('kitSettings.stacks')}
        offer={t('kitSettings.sayStacks')}
        none={t('kitSettings.bySheet')}
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
        {t('kitSettings.itsBladeCanBe')}
      </label>
    </span>
  );
}
