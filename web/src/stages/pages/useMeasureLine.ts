import { keepPreviousData, skipToken, useQuery } from '@tanstack/react-query';
import { api, unwrap, type Kit, type Mark } from '../../api/client';

/** What a measure line would do to a layout, read by the server as it is typed. */
export const useMeasureLine = (kit: Kit, layout: string, text: string) =>
  useQuery({
    queryKey: ['measure-line', kit, layout, text],
    queryFn: text.trim()
      ? async ({ signal }: { signal: AbortSignal }) =>
          unwrap(await api.POST('/api/compute/measure-lines', { body: { text, kit, layout }, signal }))
      : skipToken,
    placeholderData: text.trim() ? keepPreviousData : undefined,
    gcTime: 1_000,
  });

export type LineAnswer = NonNullable<ReturnType<typeof useMeasureLine>['data']>;

/** The outlines of what a line would make or change. */
export function ghostOf(answer: LineAnswer | undefined): Mark[] {
  if (!answer || answer.errors.length > 0) return [];
  const touched = new Set(answer.touched.map((id) => `${answer.layout.id}-${id}`));
  return answer.pages.picture.marks
    .filter((mark) => mark.mark === 'box' && mark.piece && touched.has(mark.piece))
    .map((mark) => ({ ...mark, role: 'ghost' as const }));
}
