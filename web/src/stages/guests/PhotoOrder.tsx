import { useRef, useState } from 'react';
import { useTranslation } from 'react-i18next';
import { beside, lineOf, moved, parted, storiesOf, type At } from './story';

interface Props {
  text: string;
  onChange: (text: string) => void;
}

/** The photos of a line in the order of their story: dragged or moved by keys, and parted into stories by a bar between them. */
export function PhotoOrder({ text, onChange }: Props) {
  const { t } = useTranslation();
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
      <p className="text-[15px] text-soft">{t('photoOrder.inTheOrderOf')}</p>
      <ol ref={list} className="flex flex-wrap items-center gap-y-2 pt-1" aria-label={t('photoOrder.theOrderOfYour')}>
        {stories.map((story, s) =>
          story.map((entry, e) => (
            <li key={`${s} ${e}`} className="flex items-center">
              {(s > 0 || e > 0) && (
                <button
                  type="button"
                  className={`min-h-11 w-6 ${e === 0 ? 'text-velvet' : 'text-line hover:text-soft'}`}
                  aria-label={
                    e === 0 ? t('photoOrder.belongsWithWhatIs', { entry }) : t('photoOrder.anotherStoryBeginsWith', { entry })
                  }
                  title={e === 0 ? t('photoOrder.belongsTogether') : t('photoOrder.anotherStory')}
                  onClick={() => onChange(lineOf(parted(stories, [s, e])))}
                >
                  {e === 0 ? '|' : '·'}
                </button>
              )}
              <span
                role="button"
                tabIndex={0}
                draggable
                aria-label={t('photoOrder.of', {
                  entry,
                  length: stories.slice(0, s).flat().length + e + 1,
                  length2: stories.flat().length,
                })}
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
