import { skipToken, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import type { Mode } from './keeping';
import { ApiError, type Kit, type PlanAnswer } from '../../api/client';

/** How a search goes: for each paper the fewest sheets so far, and how few are possible at all. */
export type Progress = Record<string, { sheets: number; lowerBound: number }>;

type Line = { progress: { sheet: string; sheets: number; lowerBound: number } } | { answer: PlanAnswer };

/** Reads lines of JSON as they come. */
export async function* linesOf<T>(stream: ReadableStream<Uint8Array>): AsyncGenerator<T> {
  const reader = stream.pipeThrough(new TextDecoderStream() as ReadableWritablePair<string, Uint8Array>).getReader();
  let rest = '';
  for (;;) {
    const { value, done } = await reader.read();
    if (done) break;
    const lines = (rest + value).split('\n');
    rest = lines.pop() ?? '';
    for (const line of lines) if (line.trim()) yield JSON.parse(line) as T;
  }
  if (rest.trim()) yield JSON.parse(rest) as T;
}

/** How all kits are cut together, or one by itself, searched for thoroughly; asked for only while it is looked at, with its progress, and a way to stop with the best so far. */
export function useBatch(kit: Kit | undefined, wanted: boolean, mode: Mode = 'batch') {
  const [progress, setProgress] = useState<Progress>({});
  const [search, setSearch] = useState<string | null>(null);
  const query = useQuery({
    queryKey: ['batch', mode, kit],
    queryFn:
      kit && wanted
        ? async ({ signal }: { signal: AbortSignal }) => {
            const name = crypto.randomUUID();
            setProgress({});
            setSearch(name);
            try {
              return await follow({ kit, mode }, name, signal, (paper, at) =>
                setProgress((before) => ({ ...before, [paper]: at })),
              );
            } finally {
              setSearch(null);
            }
          }
        : skipToken,
    placeholderData: (before, query) => (query?.queryKey[1] === mode ? before : undefined),
    gcTime: 60_000,
    staleTime: Infinity,
    retry: false,
  });
  const stop = () => {
    if (search) void fetch(`/api/compute/batch/${search}`, { method: 'DELETE' });
  };
  return { plan: query.data, isOld: query.isPlaceholderData, error: query.error, progress, stop: search ? stop : null };
}

async function follow(
  question: { kit: Kit; mode: Mode },
  name: string,
  signal: AbortSignal,
  told: (paper: string, at: Progress[string]) => void,
): Promise<PlanAnswer> {
  const response = await fetch(`/api/compute/batch?search=${name}`, {
    method: 'POST',
    body: JSON.stringify(question),
    headers: { 'Content-Type': 'application/json' },
    signal,
  });
  if (!response.ok || !response.body) throw new ApiError(response.status, `The server answered ${response.status}.`);
  for await (const line of linesOf<Line>(response.body)) {
    if ('answer' in line) return line.answer;
    told(line.progress.sheet, line.progress);
  }
  throw new ApiError(0, 'The search ended without an answer. Try again.');
}
