import { useTranslation } from 'react-i18next';
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
  const { t } = useTranslation();
  return wordMembers.map((member) => (
    <TextField
      key={member}
      label={t(`layoutWords.of.${member}`, { of })}
      value={words[member] ?? ''}
      optional
      placeholder={otherwise?.[member] ?? t(`layoutWords.hint.${member}`)}
      className="min-w-0"
      onChange={(text) => onChange(member, text || null)}
    />
  ));
}
