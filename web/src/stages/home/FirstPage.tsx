import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { Link, useNavigate } from 'react-router';
import { api, unwrap, type Kit, type Scene } from '../../api/client';
import { Fold, LeafHead } from '../../parts/Fold';
import { ScenePicture } from '../../parts/ScenePicture';

const papers: NonNullable<Kit['papers']> = [
  {
    id: 'cream',
    name: 'Cream cardstock',
    size: { width: '12 in', height: '12 in' },
    faceA: { colour: '#f4ead2', print: 'solid', direction: 'free' },
  },
  {
    id: 'rope',
    name: 'Rope',
    size: { width: '12 in', height: '12 in' },
    faceA: { colour: '#cfdfe0', ink: '#4f7f8a', print: 'stripe', direction: 'half-turn' },
  },
  {
    id: 'navy',
    name: 'Navy cardstock',
    size: { width: '12 in', height: '12 in' },
    faceA: { colour: '#25385a', print: 'solid', direction: 'free' },
  },
];

const start = (name: string): Kit => ({
  name,
  unit: 'in',
  ruler: '1/16 in',
  matting: { school: 'grow-mat', reveal: '1/8 in' },
  stated: 'cut',
  kits: 1,
  papers,
  layouts: [{ id: 'L1', name, kind: 'single', page: { width: '12 in', height: '12 in' }, pieces: [] }],
});

const lines = [
  'a base 12 by 12 of Cream',
  'panel Quay 9 x 7 Rope, 1 1/2 from the left, 1 from the top',
  'a 4 by 6 photo, matted 1/8 on Navy, centred in Quay',
  'strip 12 x 1 1/2 Navy, 1 1/2 up from the bottom',
  'card 3 x 1 3/4 Cream, 1 1/2 from the left, under Quay',
];

/** The first page in five lines, typed or pressed, the page growing beside them; it can be kept or thrown away. */
export function FirstPage() {
  const { t } = useTranslation();
  const navigate = useNavigate();
  const [kit, setKit] = useState(() => start(t('firstPage.name')));
  const [picture, setPicture] = useState<Scene | null>(null);
  const [done, setDone] = useState<readonly string[]>([]);
  const [text, setText] = useState(lines[0] ?? '');
  const say = useMutation({
    mutationFn: async (line: string) => {
      const made = unwrap(await api.POST('/api/compute/measure-lines', { body: { text: line, kit, layout: 'L1' } }));
      const [fault] = made.errors;
      if (fault) throw new Error(fault.says);
      return made;
    },
    onSuccess: (made, line) => {
      setKit(made.kit);
      setPicture(made.pages.picture);
      setDone([...done, line]);
      setText(lines[done.length + 1] ?? '');
    },
  });
  const keep = useMutation({
    mutationFn: async () => unwrap(await api.POST('/api/kits', { body: kit })),
    onSuccess: (view) => void navigate(`/kits/${view.slug}/guide`),
  });
  const isDone = done.length >= lines.length;
  return (
    <div className="h-dvh">
      <Fold
        showing={t('firstPage.page')}
        says={
          <>
            <LeafHead
              aside={
                <Link className="quiet" to="/">
                  {t('firstPage.away')}
                </Link>
              }
            >
              <h1 className="text-[28px] leading-8">{t('firstPage.name')}</h1>
            </LeafHead>
            <div className="min-h-0 flex-1 overflow-y-auto px-6 pt-3">
              <p className="text-[15px]">{t('firstPage.about')}</p>
              <ol className="pt-4 text-lg leading-8">
                {done.map((line, i) => (
                  <li key={i} className="flex gap-3 border-b border-line text-soft">
                    <span className="w-5 text-right">{i + 1}</span>
                    {line}
                  </li>
                ))}
              </ol>
              {!isDone && (
                <form
                  className="flex flex-wrap items-center gap-3 pt-4"
                  onSubmit={(event) => {
                    event.preventDefault();
                    if (text.trim()) say.mutate(text);
                  }}
                >
                  <input
                    key={done.length}
                    autoFocus
                    aria-label={t('firstPage.line', { n: done.length + 1 })}
                    className="field min-w-64 flex-1 text-lg"
                    spellCheck={false}
                    autoComplete="off"
                    value={text}
                    onChange={(event) => setText(event.currentTarget.value)}
                  />
                  <button type="submit" className="press-first" disabled={say.isPending}>
                    {t('firstPage.say')}
                  </button>
                  <p className="w-full text-[15px] text-soft">{t(`firstPage.why.${done.length as 0 | 1 | 2 | 3 | 4}`)}</p>
                </form>
              )}
              {isDone && (
                <div className="pt-4">
                  <p>{t('firstPage.done')}</p>
                  <p className="flex gap-3 pt-3">
                    <button
                      type="button"
                      className="press-first"
                      disabled={keep.isPending}
                      autoFocus
                      onClick={() => keep.mutate()}
                    >
                      {t('firstPage.keep')}
                    </button>
                    <Link className="press" to="/">
                      {t('firstPage.away')}
                    </Link>
                  </p>
                </div>
              )}
              {(say.error ?? keep.error) && (
                <p role="alert" className="pt-3 text-rust">
                  {(say.error ?? keep.error)?.message}
                </p>
              )}
            </div>
          </>
        }
        shows={
          <div className="flex h-full items-center justify-center p-8">
            {picture ? (
              <ScenePicture scene={picture} papers={papers} className="max-h-full w-full" />
            ) : (
              <p className="text-soft">{t('firstPage.empty')}</p>
            )}
          </div>
        }
      />
    </div>
  );
}
