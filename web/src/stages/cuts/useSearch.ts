import i18next from 'i18next';
import { useMutation } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { api, ApiError, type ChosenPlan, type Kit, type PlanAnswer } from '../../api/client';
import { ownHeaders } from '../../api/me';
import type { Mode } from './keeping';

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

/**
 * A longer search for better plans, with its progress and a way to stop it with the best so far; what is better becomes the kit’s
 * chosen plans.
 */
export function useSearch(kit: Kit, mode: Mode, onBetter: (better: readonly ChosenPlan[]) => void) {
  const [progress, setProgress] = useState<Progress>({});
  const name = useRef<string | null>(null);
  const search = useMutation({
    mutationFn: async () => {
      setProgress({});
      name.current = crypto.randomUUID();
      try {
        return await follow({ kit, mode, longer: true }, name.current, (paper, at) =>
          setProgress((before) => ({ ...before, [paper]: at })),
        );
      } finally {
        name.current = null;
      }
    },
    onSuccess: (answer) => onBetter(answer.better ?? []),
  });
  const stop = () => {
    if (name.current) void api.DELETE('/api/compute/batch/{search}', { params: { path: { search: name.current } } });
  };
  const found = search.data?.better?.length ?? null;
  return { start: () => search.mutate(), stop, isRunning: search.isPending, found, error: search.error, progress };
}

async function follow(
  question: { kit: Kit; mode: Mode; longer: boolean },
  name: string,
  told: (paper: string, at: Progress[string]) => void,
): Promise<PlanAnswer> {
  const response = await fetch(`/api/compute/batch?search=${name}`, {
    method: 'POST',
    body: JSON.stringify(question),
    headers: { 'Content-Type': 'application/json', ...(await ownHeaders(true)) },
  });
  if (!response.ok || !response.body)
    throw new ApiError(response.status, i18next.t('trouble.answered', { status: response.status }));
  for await (const line of linesOf<Line>(response.body)) {
    if ('answer' in line) return line.answer;
    told(line.progress.sheet, line.progress);
  }
  throw new ApiError(0, i18next.t('trouble.ended'));
}
