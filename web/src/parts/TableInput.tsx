import { useRef } from 'react';

interface Props {
  /** What the table is of. */
  label: string;
  children: string;
  disabled?: boolean;
  onText: (text: string) => void;
}

/** A table from a spreadsheet, read in by a press. */
export function TableInput({ label, children, disabled = false, onText }: Props) {
  const file = useRef<HTMLInputElement>(null);
  return (
    <>
      <input
        ref={file}
        type="file"
        accept=".csv,.txt,text/csv"
        aria-label={label}
        className="hidden"
        onChange={(event) => {
          const [first] = event.currentTarget.files ?? [];
          // The same file may be chosen again once it is mended.
          event.currentTarget.value = '';
          if (first) void first.text().then(onText);
        }}
      />
      <button type="button" className="quiet" disabled={disabled} onClick={() => file.current?.click()}>
        {children}
      </button>
    </>
  );
}
