import { useQueries, useQuery } from '@tanstack/react-query';
import { useTranslation } from 'react-i18next';
import { Link } from 'react-router';
import { api, unwrap } from '../../api/client';
import { dayOf, nowHere } from '../day/clock';

/** So many workshops ahead are looked at, and so many things of each are named. */
const [workshopsShown, thingsShown] = [2, 4];

/** What is due next: the workshops ahead, and what is to be begun for each. */
export function DueNext() {
  const { t } = useTranslation();
  const today = nowHere().date;
  const workshops = useQuery({ queryKey: ['workshops'], queryFn: async () => unwrap(await api.GET('/api/workshops')) });
  const ahead = (workshops.data ?? []).filter((w) => w.date >= today && w.kits.length > 0).slice(0, workshopsShown);
  const days = useQueries({
    queries: ahead.map((w) => ({
      queryKey: ['day', w.slug],
      queryFn: async ({ signal }: { signal: AbortSignal }) =>
        unwrap(await api.GET('/api/workshops/{slug}/day', { params: { path: { slug: w.slug } }, signal })),
    })),
  });
  if (ahead.length === 0) return null;
  return (
    <section aria-label={t('home.due')} className="border-t border-line px-6 py-3 text-[15px]">
      {ahead.map((workshop, i) => {
        const due = (days[i]?.data?.before.tasks ?? []).filter((task) => !task.done && task.begin <= today);
        const kit = workshop.kits[0]?.slug ?? '';
        return (
          <div key={workshop.slug} className="pb-1">
            <p className="flex items-baseline gap-x-3">
              <span className="font-serif text-lg">{workshop.name}</span>
              <span className="text-soft">{t('home.on', { day: dayOf(workshop.date), count: workshop.guests })}</span>
              <Link className="quiet ml-auto" to={`/kits/${kit}/day?workshop=${workshop.slug}`}>
                {t('home.toDay')}
              </Link>
            </p>
            {days[i]?.data && due.length === 0 && <p className="text-soft">{t('home.nothing')}</p>}
            <ul>
              {due.slice(0, thingsShown).map((task) => (
                <li key={task.kind} className="truncate">
                  <span className={task.lateDays > 0 ? 'text-rust' : ''}>
                    {t(`day.before.kind.${task.kind}`)}
                    {task.lateDays > 0 && `, ${t('home.late', { count: task.lateDays })}`}
                  </span>
                  {task.open && <span className="text-soft"> · {task.open}</span>}
                </li>
              ))}
              {due.length > thingsShown && <li className="text-soft">{t('home.more', { count: due.length - thingsShown })}</li>}
            </ul>
          </div>
        );
      })}
    </section>
  );
}
