import { skipToken, useQuery } from '@tanstack/react-query';
import { useTranslation } from 'react-i18next';
import { api, unwrap, type Kit } from '../../api/client';
import { useKit } from '../../parts/kitContext';

/** How far the stock on hand reaches; asked for only while it is looked at. */
export function useReach(kit: Kit, wanted: boolean) {
  return useQuery({
    queryKey: ['reach', kit],
    queryFn: wanted
      ? async ({ signal }: { signal: AbortSignal }) => unwrap(await api.POST('/api/compute/reach', { body: { kit }, signal }))
      : skipToken,
    placeholderData: (before) => before,
    gcTime: 5_000,
  }).data;
}

/** How many kits the stock on hand gives, what runs out first, and what one more of it would bring. */
export function Reach({ reach }: { reach: NonNullable<ReturnType<typeof useReach>> }) {
  const { t } = useTranslation();
  const { kit } = useKit();
  const { kits, first, withOneMore, papers } = reach;
  if (kits == null) return null;
  const nameOf = (id: string) => kit.papers?.find((p) => p.id === id)?.name ?? kit.parts?.find((p) => p.id === id)?.name ?? id;
  const paper = papers.find((p) => p.paper === first);
  return (
    <p className="px-6 pt-1 text-[15px] text-soft">
      {t('reach.theStockOnHand', { count: kits, first: nameOf(first ?? '') })}
      {paper && withOneMore != null && ' '}
      {paper &&
        withOneMore != null &&
        (withOneMore > kits
          ? t('reach.more', { count: withOneMore, onHand: paper.onHand })
          : t('reach.same', { onHand: paper.onHand }))}
    </p>
  );
}
