import { useRef, useState } from 'react';
import { beside, lineOf, moved, parted, storiesOf, type At } from './story';

interface Props {
  text: string;
  onChange: (text: string) => void;
}

/** The photos of a line in the order of their story: dragged or moved by keys, and parted into stories by a bar between them. */
export function PhotoOrder({ text, onChange }: Props) {
  const stories = storiesOf(text);
  const [held, setHeld] = useState<At | null>(null);
  const list = useRef<HTMLOListElement>(null);
  if (stories.flat().length < 2) return null;
  const isHeld = (s: number, e: number) => held?.[0] === s && held[1] === e;
  const put = (to: At) => {
    if (held && (held[0] !== to[0] || held[1] !== to[1])) onChange(lineOf(moved(stories, held, to)));
    setHeld(null);
  };
  return (
    <div className="pt-2">
      <p className="text-[15px] text-soft">
        In the order of the story: drag a photo, or press it and then its new place (← and → move it too). What stands between two
        bars belongs together.
      </p>
      <ol ref={list} className="flex flex-wrap items-center gap-y-2 pt-1" aria-label="The order of your photos">
        {stories.map((story, s) =>
          story.map((entry, e) => (
            <li key={`${s} ${e}`} className="flex items-center">
              {(s > 0 || e > 0) && (
                <button
                  type="button"
                  className={`min-h-11 w-6 ${e === 0 ? 'text-velvet' : 'text-line hover:text-soft'}`}
                  aria-label={e === 0 ? `${entry} belongs with what is before it` : `Another story begins with ${entry}`}
                  title={e === 0 ? 'belongs together' : 'another story'}
                  onClick={() => onChange(lineOf(parted(stories, [s, e])))}
                >
                  {e === 0 ? '|' : '·'}
                </button>
              )}
              <span
                role="button"
                tabIndex={0}
                draggable
                aria-label={`${entry}, ${stories.slice(0, s).flat().length + e + 1} of ${stories.flat().length}`}
                className={`min-h-11 cursor-grab content-center rounded border border-line bg-sheet px-3 ${isHeld(s, e) ? 'opacity-50' : ''}`}
                aria-pressed={isHeld(s, e)}
                onClick={() => (held ? put([s, e]) : setHeld([s, e]))}
                onDragStart={() => setHeld([s, e])}
                onDragEnd={() => setHeld(null)}
                onDragOver={(event) => event.preventDefault()}
                onDrop={(event) => {
                  event.preventDefault();
                  put([s, e]);
                }}
                onKeyDown={(event) => {
                  const by = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : null;
                  const to = by && beside(stories, [s, e], by);
                  if (!to) return;
                  event.preventDefault();
                  onChange(lineOf(moved(stories, [s, e], to)));
                  // The focus goes with the photo; over a bar it keeps its place among all of them.
                  const at = stories.slice(0, s).flat().length + e + (to[0] === s ? by : 0);
                  requestAnimationFrame(() => list.current?.querySelectorAll<HTMLElement>('[draggable]')[at]?.focus());
                }}
              >
                {entry}
              </span>
            </li>
          )),
        )}
      </ol>
    </div>
  );
}
