import type { TFunction } from 'i18next';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import { useNavigate, useParams } from 'react-router';
import { useTranslation } from 'react-i18next';
import { api, unwrap, type BagLine, type BagView } from '../../api/client';
import { Fold, LeafHead } from '../../parts/Fold';
import { useKit } from '../../parts/kitContext';
import { NumberField } from '../../parts/NumberField';
import { ScenePicture } from '../../parts/ScenePicture';
import { Bag } from './Bag';

const stateOf = (t: TFunction, bag: BagLine) =>
  bag.needsALook
    ? t('bags.changed')
    : bag.closedAt
      ? t('bags.closed', { by: bag.closedBy ?? '' })
      : bag.packed === 0
        ? t('bags.empty')
        : t('bags.of', { packed: bag.packed, wanted: bag.wanted });

/** The packing run: bags, the scan line, what a bag lacks, and its record. What was scanned is kept at once. */
export function Bags({ head }: { head: ReactNode }) {
  const { t } = useTranslation();
  const { slug, kit, answer } = useKit();
  const { bag: asked } = useParams();
  const navigate = useNavigate();
  const queries = useQueryClient();
  const [more, setMore] = useState(1);
  const params = { path: { slug } };
  const bags = useQuery({
    queryKey: ['bags', slug],
    queryFn: async () => unwrap(await api.GET('/api/kits/{slug}/bags', { params })),
  });
  const putOut = useMutation({
    mutationFn: async (body: { guests: boolean; more: number }) =>
      unwrap(await api.POST('/api/kits/{slug}/bags', { params, body })),
    // An answer to an older question must not come after this one's.
    onMutate: () => queries.cancelQueries({ queryKey: ['bags', slug] }),
    onSuccess: (lines) => queries.setQueryData(['bags', slug], lines),
  });
  const list = bags.data ?? [];
  const number = list.find((b) => String(b.number) === asked)?.number ?? list.find((b) => !b.closedAt)?.number ?? list[0]?.number;
  const bag = useQuery({
    queryKey: ['bag', slug, number],
    queryFn: async () =>
      unwrap(await api.GET('/api/kits/{slug}/bags/{number}', { params: { path: { slug, number: number ?? 0 } } })),
    enabled: number !== undefined,
  });
  const seen = (view: BagView) => {
    queries.setQueryData(['bag', slug, view.line.number], view);
    queries.setQueryData<BagLine[]>(['bags', slug], (lines) =>
      lines?.map((l) => (l.number === view.line.number ? view.line : l)),
    );
  };
  if (bags.error) throw bags.error;
  const packed = new Set(Object.keys(bag.data?.packed ?? {}).map((label) => label.split(' ')[0] ?? ''));
  const says = (
    <>
      {head}
      <div className="min-h-0 flex-1 overflow-y-auto px-6 pb-4">
        <p className="flex flex-wrap items-baseline gap-x-2 text-[15px]">
          {list.length === 0 && bags.data && t('bags.noBagsAreOut')}
          <button
            type="button"
            className="press"
            disabled={putOut.isPending}
            onClick={() => putOut.mutate({ guests: true, more: 0 })}
          >
            {t('bags.putOutABag')}
          </button>
          {t('bags.or')}
          <NumberField
            label={t('bags.howManyMoreBags')}
            value={more}
            min={1}
            max={500}
            onChange={(n) => n !== null && setMore(n)}
          />
          <button
            type="button"
            className="press"
            disabled={putOut.isPending}
            onClick={() => putOut.mutate({ guests: false, more })}
          >
            {t('bags.more')}
          </button>
        </p>
        {putOut.error && (
          <p role="alert" className="text-[15px] text-rust">
            {putOut.error.message}
          </p>
        )}
        <ul className="flex max-h-40 flex-wrap gap-x-4 gap-y-1 overflow-y-auto border-b border-line py-3">
          {list.map((b) => (
            <li key={b.number} className="whitespace-nowrap">
              <button
                type="button"
                aria-current={b.number === number ? 'true' : undefined}
                className={b.number === number ? 'font-semibold text-velvet' : 'hover:text-velvet'}
                onClick={() => void navigate(`/kits/${slug}/packing/bags/${b.number}`)}
              >
                {b.guest ?? t('bags.bag', { number: b.number })}
              </button>
              <span className={`text-[13px] ${b.needsALook ? 'text-rust' : b.closedAt ? 'text-moss' : 'text-soft'}`}>
                {' '}
                {stateOf(t, b)}
              </span>
            </li>
          ))}
        </ul>
        {bag.data && <Bag key={number} slug={slug} view={bag.data} onSeen={seen} />}
      </div>
    </>
  );
  const shows = (
    <>
      <LeafHead>
        <p className="text-[15px] text-soft">
          {bag.data
            ? t('bags.bagWhatIsIn', {
                number: bag.data.line.number,
                value: bag.data.line.guest ? `, ${bag.data.line.guest}` : '',
              })
            : t('bags.theBag')}
        </p>
      </LeafHead>
      <div className="grid min-h-0 flex-1 auto-rows-fr gap-4 overflow-y-auto p-6 pt-2">
        {answer?.layouts.map((l) => (
          <ScenePicture
            key={l.id}
            scene={l.picture}
            papers={kit.papers ?? []}
            strong={packed}
            className="max-h-full min-h-0 w-full"
          />
        ))}
      </div>
    </>
  );
  return <Fold says={says} shows={shows} showing={t('bags.theBag2')} />;
}
