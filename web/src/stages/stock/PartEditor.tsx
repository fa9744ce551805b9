import { useTranslation } from 'react-i18next';
import type { Edge, KitAnswer, PartKind, PartSheet } from '../../api/client';
import { Choice } from '../../parts/Choice';
import { useKit } from '../../parts/kitContext';
import { inUnit, readable } from '../../parts/length';
import { Measure } from '../../parts/Measure';
import { NumberField } from '../../parts/NumberField';
import { TextField } from '../../parts/TextField';
import { LetterSize, PartLook } from './PartSizes';
import { lettersToParts, partKinds, partsToLetters } from './partKinds';

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
  const { t } = useTranslation();
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
  const halvesLeft = (halves: readonly Edge[]) =>
    halves.length === 0
      ? ''
      : `; ${halves.length === 1 ? t('partEditor.halfLeft', { side: t(`edges.edge.${halves[0] ?? 'left'}`) }) : t('partEditor.halvesLeft', { n: halves.length })}`;
  return (
    <div className="grid grid-cols-[5.5rem_1fr] items-baseline gap-y-1.5 pt-1 pb-4 text-[15px]">
      <span className="text-soft">{t('partEditor.name')}</span>
      <TextField
        label={t('partEditor.nameOfTheSheet')}
        value={sheet.name}
        onChange={(name) => onChange({ ...sheet, name })}
        className="w-64"
      />
      <span className="text-soft">{t('partEditor.itIs')}</span>
      <span>
        <Choice
          label={t('partEditor.kindOf', { sheet: sheet.name })}
          value={kind}
          options={partKinds.map((value) => ({ value, name: t(`partKind.choose.${value}`) }))}
          onChange={setKind}
        />
      </span>
      {kind === 'by-length' && (
        <>
          <span className="text-soft">{t('partEditor.oneRoll')}</span>
          <span>
            <Measure
              align="left"
              label={t('partEditor.lengthOf', { sheet: sheet.name })}
              value={sheet.length ?? inUnit(kit, '360', '10000')}
              onChange={(length) => onChange({ ...sheet, length })}
            />
            {count?.lengthPerKit && (
              <span className="text-soft"> {t('partEditor.oneKitTakes', { lengthPerKit: readable(count.lengthPerKit) })}</span>
            )}
          </span>
        </>
      )}
      {kind === 'letters' && (
        <>
          <span className="text-soft">{t('partEditor.letters')}</span>
          <TextField
            optional
            label={t('partEditor.lettersOf', { sheet: sheet.name })}
            value={partsToLetters(parts)}
            placeholder={t('partEditor.aaaaBbCccEach')}
            onChange={(text) => onChange({ ...sheet, parts: lettersToParts(text) })}
            className="w-full"
          />
          <span className="text-soft">{t('partEditor.oneLetter')}</span>
          <LetterSize sheet={sheet} onChange={(letter) => onChange({ ...sheet, letter })} />
        </>
      )}
      {(kind === 'stickers' || kind === 'die-cuts' || kind === 'loose') && (
        <>
          <span className="text-soft">{t('partEditor.parts')}</span>
          <div>
            <ul>
              {parts.map((part, i) => {
                const need = count?.needs.find((n) => n.part === part.id);
                return (
                  <li key={i} className="flex flex-wrap items-baseline gap-x-2">
                    <TextField
                      label={t('partEditor.part', { i: i + 1 })}
                      value={part.id}
                      onChange={(id) => setPart(i, { id })}
                      className="w-36"
                    />
                    <NumberField
                      align="left"
                      label={t('partEditor.howManyOf', { id: part.id })}
                      value={part.count ?? 1}
                      min={1}
                      max={10_000}
                      onChange={(n) => n !== null && setPart(i, { count: n })}
                    />
                    <Choice
                      optional
                      label={t('partEditor.layoutOf', { id: part.id })}
                      value={part.layout ?? anyLayout}
                      options={[
                        { value: anyLayout, name: t('partEditor.forAnyLayout') },
                        ...(kit.layouts ?? []).map((l) => ({ value: l.id, name: t('partEditor.for', { id: l.id }) })),
                      ]}
                      onChange={(layout) => setPart(i, { layout: layout === anyLayout ? undefined : layout })}
                    />
                    <PartLook part={part} onChange={(look) => setPart(i, look)} />
                    <span className={`text-[13px] ${need && need.perKit > need.onSheet ? 'text-rust' : 'text-soft'}`}>
                      {need ? t('partEditor.used', { n: need.perKit, pieces: need.labels.join(', ') }) : t('partEditor.notUsed')}
                      {need && halvesLeft(need.halvesLeft)}
                    </span>
                    <button
                      type="button"
                      className="quiet ml-auto"
                      disabled={need !== undefined}
                      onClick={() => onChange({ ...sheet, parts: parts.filter((_, n) => n !== i) })}
                    >
                      <span aria-hidden>×</span>
                      <span className="sr-only">{t('partEditor.remove', { id: part.id })}</span>
                    </button>
                  </li>
                );
              })}
            </ul>
            <button type="button" className="quiet mt-1" onClick={add}>
              {t('partEditor.addAPart')}
            </button>
          </div>
        </>
      )}
      <span />
      <button
        type="button"
        className="press mt-1 justify-self-start"
        disabled={used.length > 0}
        title={used.length ? t('partEditor.comeOffIt', { value: used.join(', ') }) : undefined}
        onClick={onRemove}
      >
        {used.length ? t('partEditor.keeps', { count: used.length }) : t('partEditor.removeThisSheet')}
      </button>
    </div>
  );
}
