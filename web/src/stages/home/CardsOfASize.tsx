import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { api, unwrap } from '../../api/client';

/** How many cards of a size come out of the papers that are there. */
export function CardsOfASize() {
  const { t } = useTranslation();
  const [typed, setTyped] = useState('');
  const [asked, setAsked] = useState<string | null>(null);
  const cards = useQuery({
    enabled: asked !== null,
    queryKey: ['cards', asked],
    queryFn: async ({ signal }) => {
      const [width = '', height = ''] = (asked ?? '').split(/x|×/i).map((side) => side.trim());
      return unwrap(await api.GET('/api/stock/cards', { params: { query: { width, height } }, signal }));
    },
    gcTime: 0,
    retry: false,
  });
  return (
    <section className="mt-6 text-[15px]">
      <h2 className="border-b border-line pb-1 font-serif text-lg">{t('still.cards')}</h2>
      <form
        className="flex items-baseline gap-3 py-2"
        onSubmit={(event) => {
          event.preventDefault();
          setAsked(typed);
        }}
      >
        <input
          aria-label={t('still.cardSize')}
          placeholder={t('still.cardExample')}
          className="field w-64"
          value={typed}
          onChange={(event) => setTyped(event.currentTarget.value)}
        />
        <button type="submit" className="press" disabled={typed.trim() === ''}>
          {t('still.count')}
        </button>
      </form>
      {cards.error && (
        <p role="alert" className="text-rust">
          {cards.error.message}
        </p>
      )}
      {cards.data?.length === 0 && <p>{t('still.tooSmall')}</p>}
      {cards.data && (
        <ul>
          {cards.data.map((c) => (
            <li key={`${c.slug} ${c.paper} ${c.face}`} className="grid grid-cols-[1.5rem_1fr_auto] items-baseline gap-x-2 py-0.5">
              <span
                aria-hidden
                className="size-4 self-center rounded-[2px] border border-line"
                style={{ backgroundColor: c.colour }}
              />
              <span className="truncate">{t(c.face === 'B' ? 'still.back' : 'still.front', { name: c.name })}</span>
              <span>
                {!c.isCounted ? t('still.asNeeded') : c.count >= 500 ? t('still.many') : c.count}
                {c.outOfScraps > 0 && <span className="text-soft">{t('still.ofScraps', { n: c.outOfScraps })}</span>}
              </span>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
