import { useMutation } from '@tanstack/react-query';
import { useId, useRef, useState } from 'react';
import { useTranslation } from 'react-i18next';
import { api, unwrap, type Kit } from '../../api/client';
import { useKit } from '../../parts/kitContext';
import { useKeys } from '../../parts/useKeys';
import { useNewestKit } from '../../parts/useNewestKit';
import type { LineAnswer } from './useMeasureLine';

interface Props {
  layoutId: string;
  text: string;
  onText: (text: string) => void;
  answer: LineAnswer | undefined;
  /** Whether the answer is still that to an earlier text. */
  stale: boolean;
  onMade: (id: string | null) => void;
  /** Told what was typed where it is nothing but sizes: pages are proposed of them. */
  onSizes: (text: string) => void;
}

const longestHistory = 40;

// How much of a word is typed already: the word begins where the typed text begins to be it.
function begun(text: string, word: string): number {
  for (let n = Math.min(word.length, text.length); n > 0; n--)
    if (word.toLowerCase().startsWith(text.slice(-n).toLowerCase())) return n;
  return 0;
}

// An example out of the kit's own papers and pieces.
function exampleOf(kit: Kit, layoutId: string): string {
  const paper = kit.papers?.at(-1)?.name;
  const piece = kit.layouts?.find((l) => l.id === layoutId)?.pieces?.findLast((p) => p.kind !== 'base');
  const size = kit.unit === 'mm' ? '230 x 40' : '9 x 1 1/2';
  return [`strip ${size}`, paper, piece && `under ${piece.name ?? piece.id}`].filter(Boolean).join(' ');
}

// Two and more sizes, and nothing that they are.
const isSizes = (text: string) => {
  const entries = text.split(',').map((entry) => entry.trim());
  return entries.length > 1 && entries.every((entry) => /^(\d+ of )?\d\S*( \d+\/\d+)? ?x ?\d/i.test(entry));
};

/** The measure line at the foot of the leaf: a piece is made or changed in one breath. */
export function MeasureLine({ layoutId, text, onText, answer, stale, onMade, onSizes }: Props) {
  const { t } = useTranslation();
  const newest = useNewestKit();
  const { kit } = useKit();
  const [history, setHistory] = useState<readonly string[]>([]);
  const [back, setBack] = useState(0);
  const [refused, setRefused] = useState(false);
  const field = useRef<HTMLInputElement>(null);
  const says = useId();
  useKeys([{ key: '/', does: () => field.current?.focus() }]);

  const fault = text.trim() ? answer?.errors[0] : undefined;
  // Of the words offered for an earlier text only those stand that go on with what has been typed since.
  const goesOn = (word: string) => !stale || begun(text, word) > 0;
  const completions = text.trim() ? (answer?.completions ?? []).filter((c) => !c.startsWith('a ') && goesOn(c)).slice(0, 7) : [];
  const atEnd = fault === undefined || fault.column >= text.trimEnd().length - 12;

  // Enter asks for itself, and does not wait for the ghost: whoever types fast loses nothing.
  const make = useMutation({
    scope: { id: `line-${layoutId}` },
    mutationFn: async ({ line, newPaper }: { line: string; newPaper: string | null }) =>
      unwrap(
        await api.POST('/api/compute/measure-lines', { body: { text: line, kit: newest.read(), layout: layoutId, newPaper } }),
      ),
    onSuccess: (made, { line }) => {
      if (made.errors.length > 0) {
        setRefused(true);
        onText(line);
        return;
      }
      newest.write(made.kit);
      setHistory((earlier) => [line, ...earlier].slice(0, longestHistory));
      onMade(made.layout.id === layoutId ? (made.touched.at(-1) ?? null) : null);
    },
    onError: (_, { line }) => onText(line),
  });
  // What was asked for and refused for want of a paper alone: Enter once more makes it.
  const missing = !stale ? (fault?.newPaper ?? null) : null;
  const take = (newPaper: string | null = refused ? missing : null) => {
    if (!text.trim()) return;
    if (isSizes(text)) {
      onSizes(text.trim());
      onText('');
      return;
    }
    setBack(0);
    onText('');
    make.mutate({ line: text, newPaper });
  };
  const complete = (word: string) => {
    onText(`${text.slice(0, text.length - begun(text, word))}${word} `);
    field.current?.focus();
  };
  const recall = (by: number) => {
    const next = Math.max(0, Math.min(history.length, back + by));
    setBack(next);
    onText(next === 0 ? '' : (history[next - 1] ?? ''));
  };

  const offers = completions.map((word) => (
    <button
      key={word}
      type="button"
      tabIndex={-1}
      className="mr-3 underline decoration-line underline-offset-4 hover:text-velvet"
      onClick={() => complete(word)}
    >
      {word}
    </button>
  ));

  return (
    <div className="min-w-0 flex-1">
      <input
        ref={field}
        aria-label={t('line.is')}
        aria-describedby={says}
        aria-invalid={refused && fault !== undefined}
        className="field w-full"
        spellCheck={false}
        autoComplete="off"
        placeholder={exampleOf(kit, layoutId)}
        value={text}
        onChange={(event) => {
          onText(event.currentTarget.value);
          setRefused(false);
        }}
        onKeyDown={(event) => {
          if (event.key === 'Enter') take();
          else if (event.key === 'Escape') {
            // First what is typed goes, then the field is left.
            if (text) onText('');
            else event.currentTarget.blur();
          } else if (event.key === '/' && text === '') event.preventDefault();
          else if (event.key === 'ArrowUp' && (text === '' || back > 0)) recall(1);
          else if (event.key === 'ArrowDown' && back > 0) recall(-1);
          else if (event.key === 'Tab' && !event.shiftKey && completions[0] && atEnd && !text.endsWith(' ')) {
            event.preventDefault();
            complete(completions[0]);
          }
        }}
      />
      <p
        id={says}
        role="status"
        className={`mt-0.5 min-h-5 text-[14px] leading-5 ${refused && fault ? 'text-rust' : 'truncate text-soft'}`}
      >
        {!text.trim() && t('line.hint')}
        {isSizes(text) && (
          <button type="button" className="font-semibold underline" onClick={() => take()}>
            {t('line.sizes')}
          </button>
        )}
        {text.trim() &&
          !isSizes(text) &&
          fault &&
          (refused || completions.length === 0 ? (
            <>
              {missing !== null && (
                <button type="button" className="mr-2 font-semibold underline" onClick={() => take(missing)}>
                  {t('line.make', { paper: missing })}
                </button>
              )}
              {fault.suggestion && (
                <button
                  type="button"
                  className="mr-2 font-semibold underline"
                  onClick={() =>
                    onText(
                      text.slice(0, fault.column - 1) + text.slice(fault.column - 1).replace(/^[^\s,;]+/, fault.suggestion ?? ''),
                    )
                  }
                >
                  {fault.suggestion}?
                </button>
              )}
              <span title={fault.says}>{fault.says}</span>
            </>
          ) : (
            offers
          ))}
        {text.trim() && !isSizes(text) && !fault && answer && (
          <>
            <span className="mr-3">
              {t('line.enter', { what: answer.touched.length ? answer.touched.join(', ') : answer.layout.name })}
            </span>
            {offers}
          </>
        )}
        {make.error && <span className="text-rust">{make.error.message}</span>}
      </p>
    </div>
  );
}
