import { QueryClient, QueryObserver } from '@tanstack/react-query';
import { expect, test } from 'vitest';
import { language, switchLanguage } from './words';

test('an answer that was under way when the language changed is asked for anew', async () => {
  const queries = new QueryClient();
  const held: (() => void)[] = [];
  const observer = new QueryObserver(queries, {
    queryKey: ['answer'],
    queryFn: () => {
      const asked = language();
      return new Promise<string>((answer) => held.push(() => answer(asked)));
    },
  });
  const stop = observer.subscribe(() => undefined);
  const before = language();
  await Promise.resolve();
  expect(held).toHaveLength(1);

  const switched = switchLanguage(queries);
  await expect.poll(() => held.length).toBe(2);
  held.forEach((answer) => answer());
  await switched;

  expect(language()).not.toBe(before);
  expect(observer.getCurrentResult().data).toBe(language());
  stop();
  queries.clear();
});
