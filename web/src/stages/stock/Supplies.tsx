import { useState } from 'react';
import type { Kit } from '../../api/client';
import { Choice } from '../../parts/Choice';
import { useKit } from '../../parts/kitContext';
import { inUnit, readable } from '../../parts/length';
import { NumberField } from '../../parts/NumberField';
import { OptionalMeasure } from '../../parts/OptionalMeasure';
import { TextField } from '../../parts/TextField';

type Supply = NonNullable<Kit['supplies']>[number];

const kinds: Record<NonNullable<Supply['kind']>, string> = {
  tool: 'tool',
  punch: 'punch',
  stamp: 'stamp',
  ink: 'ink',
  pen: 'pen',
  adhesive: 'adhesive',
};
const brings: Record<NonNullable<Supply['from']>, string> = {
  host: 'the host, one for each guest',
  guest: 'each guest their own',
  shared: 'the host, one shared by',
};

/** What the kit needs that is neither paper nor a part, with where it was got and who brings it. */
export function Supplies({ find }: { find: (name: string, id: string) => boolean }) {
  const { kit, change } = useKit();
  const [open, setOpen] = useState<number | null>(null);
  const supplies = kit.supplies ?? [];
  const put = (at: number, next: Supply) => change({ ...kit, supplies: supplies.map((s, i) => (i === at ? next : s)) });
  const add = () => {
    change({ ...kit, supplies: [...supplies, { name: 'New supply', kind: 'tool' }] });
    setOpen(supplies.length);
  };
  return (
    <section aria-label="Supplies" className="mt-6">
      <h2 className="border-b border-line pb-1 text-[15px] text-soft">Supplies</h2>
      {supplies.length === 0 && (
        <p className="mt-2 max-w-md text-[15px] text-soft">
          Inks, stamps, punches and other tools, with where you got them. What edges and outlines need is known already.
        </p>
      )}
      <ul>
        {supplies.map((supply, i) =>
          find(supply.name, supply.source ?? '') ? (
            <li key={i} className={`-mx-2 border-b border-line px-2 ${open === i ? 'bg-lit' : ''}`}>
              <button
                type="button"
                aria-expanded={open === i}
                className="flex min-h-10 w-full items-baseline gap-2 py-1 text-left"
                onClick={() => setOpen(open === i ? null : i)}
              >
                <span className="truncate">{supply.name}</span>
                {supply.size && <span className="text-[15px] text-brass">{readable(supply.size)}</span>}
                <span className="shrink-0 text-[13px] text-soft">{kinds[supply.kind ?? 'tool']}</span>
                <span className="ml-auto shrink-0 text-[15px] text-soft">
                  {supply.gone ? <span className="text-rust">no longer to be had</span> : supply.source}
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
        New supply
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
  const { kit } = useKit();
  const text = (label: string, member: 'forOne' | 'forTable' | 'source' | 'number' | 'substitute', hint: string) => (
    <>
      <span className="text-soft">{label}</span>
      <TextField
        label={`${label}: ${supply.name}`}
        value={supply[member] ?? ''}
        placeholder={hint}
        optional
        className="w-72"
        onChange={(value) => onChange({ ...supply, [member]: value || null })}
      />
    </>
  );
  return (
    <div className="grid grid-cols-[6.5rem_1fr] items-baseline gap-y-1.5 pt-1 pb-4 text-[15px]">
      <span className="text-soft">Name</span>
      <span className="flex flex-wrap items-baseline gap-3">
        <TextField
          label="Name of the supply"
          value={supply.name}
          className="w-64"
          onChange={(name) => onChange({ ...supply, name })}
        />
        <Choice
          label={`Kind of ${supply.name}`}
          value={supply.kind ?? 'tool'}
          options={(Object.keys(kinds) as (keyof typeof kinds)[]).map((value) => ({ value, name: kinds[value] }))}
          onChange={(kind) => onChange({ ...supply, kind })}
        />
        <OptionalMeasure
          label={`Size of ${supply.name}`}
          value={supply.size ?? null}
          first={inUnit(kit, '1', '25')}
          offer="Say its size"
          onChange={(size) => onChange({ ...supply, size })}
        />
      </span>
      <span className="text-soft">Brought by</span>
      <span className="flex flex-wrap items-baseline gap-2">
        <Choice
          label={`Who brings ${supply.name}`}
          value={supply.from ?? 'host'}
          options={(Object.keys(brings) as (keyof typeof brings)[]).map((value) => ({ value, name: brings[value] }))}
          onChange={(from) => onChange({ ...supply, from, sharedBy: from === 'shared' ? (supply.sharedBy ?? 4) : null })}
        />
        {supply.from === 'shared' && (
          <>
            <NumberField
              label={`How many guests share ${supply.name}`}
              value={supply.sharedBy ?? 4}
              min={2}
              max={1000}
              onChange={(sharedBy) => sharedBy !== null && onChange({ ...supply, sharedBy })}
            />
            guests
          </>
        )}
      </span>
      {text('For one', 'forOne', 'one, or say how much')}
      {text('For the table', 'forTable', 'as many as there are guests')}
      {text('Got at', 'source', 'a shop, a cupboard')}
      {text('Number there', 'number', 'of its catalogue')}
      <span className="text-soft">To be had</span>
      <label className="flex items-center gap-1.5">
        <input
          type="checkbox"
          className="accent-velvet"
          checked={supply.gone ?? false}
          onChange={(event) => onChange({ ...supply, gone: event.currentTarget.checked })}
        />
        no longer
      </label>
      {text('In its place', 'substitute', 'what serves as well')}
      <span />
      <button type="button" className="press mt-1 justify-self-start" onClick={onRemove}>
        Remove this supply
      </button>
    </div>
  );
}
