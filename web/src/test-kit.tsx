import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { render } from '@testing-library/react';
import type { ReactNode } from 'react';
import { vi } from 'vitest';
import { api, type Kit } from './api/client';
import { KitContext, type KitAtHand } from './parts/kitContext';

/** A small kit: one page, one opening on a mat, one paper on hand. */
export const smallKit = {
  name: 'Kite weekend',
  matting: { reveal: '1/8 in' },
  papers: [{ id: 'plain', name: 'Plain', size: { width: '12 in', height: '12 in' }, onHand: 7, pack: { of: 12, price: '9.60' } }],
  parts: [],
  layouts: [
    {
      id: 'L1',
      name: 'One',
      kind: 'single',
      pieces: [{ id: 'P1', kind: 'photo', size: { width: '4 in', height: '6 in' }, opening: { mats: [], use: 'photo' } }],
    },
  ],
} as unknown as Kit;

/** Renders a part of a kit's screens, with the kit at hand. */
export function renderInKit(children: ReactNode, over: Partial<KitAtHand> = {}) {
  const kit: KitAtHand = {
    slug: 'kite-weekend',
    kit: smallKit,
    answer: null,
    trouble: null,
    change: vi.fn(),
    revision: 3,
    isSaved: true,
    stock: null,
    saveNow: vi.fn(() => Promise.resolve(3)),
    taken: vi.fn(),
    lit: null,
    setLit: vi.fn(),
    ...over,
  };
  const queries = new QueryClient({ defaultOptions: { queries: { retry: false }, mutations: { retry: false } } });
  render(
    <QueryClientProvider client={queries}>
      <KitContext value={kit}>{children}</KitContext>
    </QueryClientProvider>,
  );
  return kit;
}

/** What the server answers in this test: the data of a call, or the faults that it finds. Gives the calls as they come. */
export function answers(method: 'GET' | 'POST', by: (path: string) => unknown): { path: string; options: unknown }[] {
  const calls: { path: string; options: unknown }[] = [];
  const call = (path: string, options: unknown) => {
    calls.push({ path, options });
    const data = by(path);
    return Promise.resolve(
      data instanceof Refusal
        ? { error: { detail: data.message, errors: data.errors }, response: new Response(null, { status: 400 }) }
        : { data, response: new Response(null, { status: 200 }) },
    );
  };
  vi.spyOn(api, method).mockImplementation(call as never);
  return calls;
}

/** The server refuses, with a fault for each place. */
export class Refusal extends Error {
  constructor(
    says: string,
    readonly errors: Record<string, string> = {},
  ) {
    super(says);
  }
}
