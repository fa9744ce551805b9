import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import type { Kit } from '../../api/client';
import { Choice } from '../../parts/Choice';
import { useKit } from '../../parts/kitContext';
import { inUnit, readable } from '../../parts/length';
import { NumberField } from '../../parts/NumberField';
import { OptionalMeasure } from '../../parts/OptionalMeasure';
import { TextField } from '../../parts/TextField';

type Supply = NonNullable<Kit['supplies']>[number];

const kinds: readonly NonNullable<Supply['kind']>[] = ['tool', 'punch', 'stamp', 'ink', 'pen', 'adhesive'];
const brings: readonly NonNullable<Supply['from']>[] = ['host', 'guest', 'shared'];

/** What the kit needs that is neither paper nor a part, with where it was got and who brings it. */
export function Supplies({ find }: { find: (name: string, id: string) => boolean }) {
  const { t } = useTranslation();
  const { kit, change } = useKit();
  const [open, setOpen] = useState<number | null>(null);
  const supplies = kit.supplies ?? [];
  const put = (at: number, next: Supply) => change({ ...kit, supplies: supplies.map((s, i) => (i === at ? next : s)) });
  const add = () => {
    change({ ...kit, supplies: [...supplies, { name: t('supplies.newSupply'), kind: 'tool' }] });
    setOpen(supplies.length);
  };
  return (
    <section aria-label={t('supplies.supplies')} className="mt-6">
      <h2 className="border-b border-line pb-1 text-[15px] text-soft">{t('supplies.supplies')}</h2>
      {supplies.length === 0 && <p className="mt-2 max-w-md text-[15px] text-soft">{t('supplies.inksStampsPunchesAnd')}</p>}
      <ul>
        {supplies.map((supply, i) =>
          find(supply.name, supply.source ?? '') ? (
            <li key={i} className={`-mx-2 border-b border-line px-2 ${open === i ? 'bg-lit' : ''}`}>
              <button
                type="button"
                aria-expanded={open === i}
                className="flex min-h-11 w-full items-center gap-2 py-1 text-left"
                onClick={() => setOpen(open === i ? null : i)}
              >
                <span className="truncate">{supply.name}</span>
                {supply.size && <span className="text-[15px] text-brass">{readable(supply.size)}</span>}
                <span className="shrink-0 text-[13px] text-soft">{t(`supplies.kind.${supply.kind ?? 'tool'}`)}</span>
                <span className="ml-auto shrink-0 text-[15px] text-soft">
                  {supply.gone ? <span className="text-rust">{t('supplies.noLongerToBe')}</span> : supply.source}
                </span>
              </button>
              {open === i && (
                <SupplyEditor
                  supply={supply}
                  onChange={(next) => put(i, next)}
                  onRemove={() => {
                    setOpen(null);
                    change({ ...kit, supplies: supplies.filter((_, j) => j !== i) });
                  }}
                />
              )}
            </li>
          ) : null,
        )}
      </ul>
      <button type="button" className="press mt-3" onClick={add}>
        {t('supplies.newSupply')}
      </button>
    </section>
  );
}

function SupplyEditor({
  supply,
  onChange,
  onRemove,
}: {
  supply: Supply;
  onChange: (supply: Supply) => void;
  onRemove: () => void;
}) {
  const { t } = useTranslation();
  const { kit } = useKit();
  const text = (member: 'forOne' | 'forTable' | 'source' | 'number' | 'substitute') => (
    <>
      <span className="text-soft">{t(`supplies.field.${member}`)}</span>
      <TextField
        label={`${t(`supplies.field.${member}`)}: ${supply.name}`}
        value={supply[member] ?? ''}
        placeholder={t(`supplies.hint.${member}`)}
        optional
        className="w-72"
        onChange={(value) => onChange({ ...supply, [member]: value || null })}
      />
    </>
  );
  const fields = {
    forOne: text('forOne'),
    forTable: text('forTable'),
    source: text('source'),
    number: text('number'),
    substitute: text('substitute'),
  };
  return (
    <div className="grid grid-cols-[6.5rem_1fr] items-baseline gap-y-1.5 pt-1 pb-4 text-[15px]">
      <span className="text-soft">{t('supplies.name')}</span>
      <span className="flex flex-wrap items-baseline gap-3">
        <TextField
          label={t('supplies.nameOfTheSupply')}
          value={supply.name}
          className="w-64"
          onChange={(name) => onChange({ ...supply, name })}
        />
        <Choice
          label={t('supplies.kindOf', { supply: supply.name })}
          value={supply.kind ?? 'tool'}
          options={kinds.map((value) => ({ value, name: t(`supplies.kind.${value}`) }))}
          onChange={(kind) => onChange({ ...supply, kind })}
        />
        <OptionalMeasure
          label={t('supplies.sizeOf', { supply: supply.name })}
          value={supply.size ?? null}
          first={inUnit(kit, '1', '25')}
          offer={t('supplies.saySize')}
          onChange={(size) => onChange({ ...supply, size })}
        />
      </span>
      <span className="text-soft">{t('supplies.broughtBy')}</span>
      <span className="flex flex-wrap items-baseline gap-2">
        <Choice
          label={t('supplies.whoBrings', { supply: supply.name })}
          value={supply.from ?? 'host'}
          options={brings.map((value) => ({ value, name: t(`supplies.from.${value}`) }))}
          onChange={(from) => onChange({ ...supply, from, sharedBy: from === 'shared' ? (supply.sharedBy ?? 4) : null })}
        />
        {supply.from === 'shared' && (
          <>
            <NumberField
              label={t('supplies.howManyGuestsShare', { supply: supply.name })}
              value={supply.sharedBy ?? 4}
              min={2}
              max={1000}
              onChange={(sharedBy) => sharedBy !== null && onChange({ ...supply, sharedBy })}
            />
            {t('supplies.guests')}
          </>
        )}
      </span>
      {fields.forOne}
      {fields.forTable}
      {fields.source}
      {fields.number}
      <span className="text-soft">{t('supplies.toBeHad')}</span>
      <label className="flex items-center gap-1.5">
        <input
          type="checkbox"
          className="accent-velvet"
          checked={supply.gone ?? false}
          onChange={(event) => onChange({ ...supply, gone: event.currentTarget.checked })}
        />
        {t('supplies.noLonger')}
      </label>
      {fields.substitute}
      <span />
      <button type="button" className="press mt-1 justify-self-start" onClick={onRemove}>
        {t('supplies.removeThisSupply')}
      </button>
    </div>
  );
}
