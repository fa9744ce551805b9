import { Listbox, ListboxButton, ListboxOption, ListboxOptions } from '@headlessui/react';
import type { ReactNode } from 'react';
import { useTranslation } from 'react-i18next';

interface Option<Value extends string> {
  value: Value;
  name: string;
  mark?: ReactNode;
}

interface Props<Value extends string> {
  label: string;
  value: Value | null;
  options: readonly Option<Value>[];
  onChange: (value: Value) => void;
  /** What stands there while nothing is chosen. */
  none?: string;
  /** Whether nothing need be chosen. */
  optional?: boolean;
}

/** One of several, chosen where it stands. */
export function Choice<Value extends string>({ label, value, options, onChange, none, optional = false }: Props<Value>) {
  const { t } = useTranslation();
  const chosen = options.find((o) => o.value === value);
  return (
    <Listbox value={value} onChange={(next) => next !== null && onChange(next)}>
      <ListboxButton
        aria-label={label}
        className={`inline-flex max-w-full items-center gap-1.5 rounded border border-transparent px-1 text-left text-[15px] leading-6 underline decoration-line underline-offset-4 hover:border-line ${chosen ? '' : optional ? 'text-soft' : 'text-rust'}`}
      >
        {chosen?.mark}
        <span className="truncate">{chosen?.name ?? none ?? t('choice.choose')}</span>
      </ListboxButton>
      <ListboxOptions
        anchor={{ to: 'bottom start', gap: 4, padding: 8 }}
        className="z-30 max-h-72 min-w-44 overflow-y-auto border border-line bg-chalk py-1 shadow-[0_8px_24px_rgb(0_0_0/0.14)] focus:outline-none"
      >
        {options.map((option) => (
          <ListboxOption
            key={option.value}
            value={option.value}
            className="flex cursor-pointer items-center gap-2 px-3 py-1 text-[15px] data-focus:bg-lit data-focus:text-velvet data-selected:font-semibold"
          >
            {option.mark}
            {option.name}
          </ListboxOption>
        ))}
      </ListboxOptions>
    </Listbox>
  );
}
