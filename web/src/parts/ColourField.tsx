/** A colour, chosen. */
export function ColourField({ label, value, onChange }: { label: string; value: string; onChange: (value: string) => void }) {
  return (
    <input
      type="color"
      aria-label={label}
      className="size-6 cursor-pointer self-center rounded border border-line"
      value={value}
      onChange={(event) => onChange(event.currentTarget.value)}
    />
  );
}
