import type { LayoutWords } from '../api/client';
import { wordMembers } from './layoutWords';
import { TextField } from './TextField';

interface Props {
  /** What they are words of, for the labels: L1, or L1 for Wren. */
  of: string;
  words: LayoutWords;
  /** What stands there while nothing is said; else the name of the field. */
  otherwise?: LayoutWords | null | undefined;
  onChange: (member: keyof LayoutWords, text: string | null) => void;
}

/** Title, names, date and place of a layout, each edited where it stands. */
export function WordFields({ of, words, otherwise, onChange }: Props) {
  return wordMembers.map(([member, name]) => (
    <TextField
      key={member}
      label={`${name} of ${of}`}
      value={words[member] ?? ''}
      optional
      placeholder={otherwise?.[member] ?? name.toLowerCase()}
      className="min-w-0"
      onChange={(text) => onChange(member, text || null)}
    />
  ));
}
