import { Radio, RadioGroup } from '@headlessui/react';
import type { ReactNode } from 'react';
import { Choice } from './Choice';

export interface Marked<Value extends string> {
  value: Value;
  name: string;
  mark: ReactNode;
}

interface Props<Value extends string> {
  label: string;
  value: Value | null;
  options: readonly Marked<Value>[];
  onChange: (value: Value) => void;
  /** What stands there while nothing is chosen. */
  none: string;
}

/** More than these lie in a list: so many marks are no longer told apart at a glance. */
const atAGlance = 12;

/** One of a few that are known by their looks: all are seen, and one press takes one. */
export function Pick<Value extends string>({ label, value, options, onChange, none }: Props<Value>) {
  if (options.length > atAGlance || options.length === 0)
    return <Choice label={label} value={value} none={none} options={options} onChange={onChange} />;
  const chosen = options.find((o) => o.value === value);
  return (
    <span className="inline-flex flex-wrap items-center gap-x-2 gap-y-1">
      <RadioGroup value={value ?? undefined} aria-label={label} className="inline-flex flex-wrap gap-0.5" onChange={onChange}>
        {options.map((option) => (
          <Radio
            key={option.value}
            value={option.value}
            aria-label={option.name}
            title={option.name}
            className="flex size-7 cursor-pointer items-center justify-center rounded border border-transparent hover:border-line data-checked:border-velvet max-md:size-11 pointer-coarse:size-11"
          >
            {option.mark}
          </Radio>
        ))}
      </RadioGroup>
      {(chosen || none) && <span className={chosen ? '' : 'text-rust'}>{chosen?.name ?? none}</span>}
    </span>
  );
}
