import { locale } from '../../words/words';

/** A time of day as the server writes it, in minutes after midnight. */
export const minuteOf = (time: string): number => Number(time.slice(0, 2)) * 60 + Number(time.slice(3, 5));

/** Hours and minutes of a time of day as the server writes it. */
export const clockOf = (time: string): string => time.slice(0, 5);

/** Minutes after midnight as a time of day; what is past midnight begins again at 00:00. */
export const clockAt = (minute: number): string =>
  `${String(Math.floor((((minute % 1440) + 1440) % 1440) / 60)).padStart(2, '0')}:${String(((minute % 60) + 60) % 60).padStart(2, '0')}`;

/** A day in words: Sat 5 Dec. */
export const dayOf = (date: string): string =>
  new Date(`${date}T12:00`).toLocaleDateString(locale(), { weekday: 'short', day: 'numeric', month: 'short' });

/** The minute of this day, and its date, as the device has them. */
export function nowHere(): { date: string; minute: number } {
  const now = new Date();
  const two = (n: number) => String(n).padStart(2, '0');
  return {
    date: `${now.getFullYear()}-${two(now.getMonth() + 1)}-${two(now.getDate())}`,
    minute: now.getHours() * 60 + now.getMinutes(),
  };
}
