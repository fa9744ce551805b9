import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { api } from '../../api/client';
import { tell, waiting, type Told } from './tell';

const mat: Told = { what: 'spoiled', piece: 'L1-P1 mat', missing: false, person: 'Ida' };
const time: Told = { what: 'timed', kind: 'cut', seconds: 90, things: 4 };

beforeEach(() => localStorage.clear());
afterEach(() => vi.restoreAllMocks());

test('what is told without a network waits, and goes in its order once there is one', async () => {
  const post = vi.spyOn(api, 'POST').mockRejectedValue(new TypeError('no network'));
  expect(await tell('kite', mat)).toBe(false);
  expect(await tell('kite', time)).toBe(false);
  expect(waiting('kite')).toEqual([mat, time]);
  post.mockReset();
  post.mockResolvedValue({ data: undefined, response: new Response() });
  expect(await tell('kite')).toBe(true);
  expect(waiting('kite')).toEqual([]);
  expect((post.mock.calls as unknown[][]).map((call) => call[0])).toEqual([
    '/api/kits/{slug}/table',
    '/api/kits/{slug}/table/times',
  ]);
});

test('what another kit waits for is not told in its place', async () => {
  vi.spyOn(api, 'POST').mockRejectedValue(new TypeError('no network'));
  await tell('kite', mat);
  expect(waiting('bread')).toEqual([]);
});

test('what is told while another is on its way is told once, and not lost', async () => {
  const arrived: unknown[] = [];
  vi.spyOn(api, 'POST').mockImplementation((async (path: unknown) => {
    await new Promise((r) => setTimeout(r, 5));
    arrived.push(path);
    return { data: undefined, response: new Response() };
  }) as never);
  expect(await Promise.all([tell('kite', mat), tell('kite', time), tell('kite')])).toEqual([true, true, true]);
  expect(arrived).toEqual(['/api/kits/{slug}/table', '/api/kits/{slug}/table/times']);
  expect(waiting('kite')).toEqual([]);
});
