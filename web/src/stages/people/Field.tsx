interface Props {
  label: string;
  name: string;
  type?: 'text' | 'password';
  autoComplete?: string;
  value: string;
  onChange: (value: string) => void;
  trouble?: string | undefined;
  optional?: boolean;
}

/** A field of a form about people, with its name above and what is wrong with it below. */
export function Field({ label, name, type = 'text', autoComplete, value, onChange, trouble, optional = false }: Props) {
  return (
    <label className="mt-4 block">
      <span className="small-cap block">{label}</span>
      <input
        className="field mt-1 w-full"
        type={type}
        name={name}
        autoComplete={autoComplete}
        required={!optional}
        maxLength={type === 'password' ? 200 : 80}
        aria-invalid={!!trouble}
        value={value}
        onChange={(event) => onChange(event.currentTarget.value)}
      />
      {trouble && <span className="mt-1 block text-[15px] text-rust">{trouble}</span>}
    </label>
  );
}
