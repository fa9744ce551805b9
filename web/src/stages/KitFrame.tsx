import { keepPreviousData, skipToken, useQuery } from '@tanstack/react-query';
import { lazy, Suspense, useEffect, useMemo, useState } from 'react';
import { useTranslation } from 'react-i18next';
import { Outlet, useLocation, useNavigate, useParams } from 'react-router';
import { api, unwrap, type Kit } from '../api/client';
import { ConflictDialog } from '../parts/ConflictDialog';
import { FacePictures, useShownPictures } from '../parts/facePictures';
import { KeysDialog } from '../parts/KeysDialog';
import { KitContext, type KitAtHand } from '../parts/kitContext';
import { KitSettings } from '../parts/KitSettings';
import { Spine, useStages } from '../parts/Spine';
import { useKeys } from '../parts/useKeys';
import { DraftDialog, StuckDialog } from '../parts/saving/SavingDialogs';
import { useSavedBefore } from '../parts/saving/useSavedBefore';
import { useKitEditor } from '../parts/useKitEditor';
import { useLive } from '../parts/useLive';

const HistoryDialog = lazy(async () => ({ default: (await import('../parts/HistoryDialog')).HistoryDialog }));

const compute = async (kit: Kit, signal: AbortSignal) => unwrap(await api.POST('/api/compute/kit', { body: { kit }, signal }));

/** The frame around all stages of one kit: the spine, the kit's document and what follows from it. */
export function KitFrame() {
  const { slug = '' } = useParams();
  return <KitLeaves key={slug} slug={slug} />;
}

function KitLeaves({ slug }: { slug: string }) {
  const { t } = useTranslation();
  const { saver, editing, kit, stock, error, change, taken } = useKitEditor(slug);
  const before = useSavedBefore(saver, slug);
  const live = useLive(slug, saver);
  const [lit, setLit] = useState<string | null>(null);
  const [dialog, setDialog] = useState<'keys' | 'settings' | 'history' | null>(null);
  const navigate = useNavigate();
  const pictures = useShownPictures(slug);
  const revision = editing?.revision ?? 0;
  const isSaved = editing?.state === 'saved';
  const answer = useQuery({
    queryKey: ['kit-answer', kit],
    queryFn: kit ? ({ signal }: { signal: AbortSignal }) => compute(kit, signal) : skipToken,
    placeholderData: keepPreviousData,
    gcTime: 5_000,
  });

  const stages = useStages();
  // What another stage asks the server of the kit on the shelf is asked of what was just typed.
  const { pathname } = useLocation();
  useEffect(() => saver?.leave(), [saver, pathname]);
  const isElsewhere = !stages.some((stage) => pathname.startsWith(`/kits/${slug}/${stage.path}`));
  const first = stages[0]?.path ?? '';
  useEffect(() => {
    if (isElsewhere) void navigate(`/kits/${slug}/${first}`, { replace: true });
  }, [isElsewhere, first, navigate, slug]);

  useKeys([
    { key: 'z', ctrl: true, does: () => saver?.undo() },
    { key: 'z', ctrl: true, shift: true, does: () => saver?.redo() },
    { key: '?', does: () => setDialog('keys') },
    { key: 'k', does: () => setDialog('settings') },
    { key: 'h', does: () => setDialog('history') },
    ...stages.map((stage, i) => ({
      key: String(i + 1),
      alt: true,
      whileTyping: true,
      // What is being typed is taken before its field is gone.
      does: () => {
        (document.activeElement as HTMLElement | null)?.blur();
        void navigate(`/kits/${slug}/${stage.path}`);
      },
    })),
  ]);

  const atHand = useMemo<KitAtHand | null>(
    () =>
      kit
        ? {
            slug,
            kit,
            answer: answer.data ?? null,
            trouble: answer.error?.message ?? null,
            change,
            revision,
            isSaved,
            stock,
            saveNow: async () => ((await saver?.flush()) ? (saver?.editing().revision ?? null) : null),
            taken,
            lit,
            setLit,
          }
        : null,
    [slug, kit, answer.data, answer.error, change, revision, isSaved, stock, saver, taken, lit],
  );

  if (error) throw error;
  if (!saver || !editing || !atHand) return <p className="p-12 text-soft">{t('frame.unfolding')}</p>;
  return (
    <KitContext value={atHand}>
      <div className="flex h-dvh flex-col md:flex-row print:block print:h-auto" onClickCapture={before.onClickCapture}>
        <Spine
          slug={slug}
          kit={editing.present}
          answer={atHand.answer}
          state={editing.state}
          trouble={editing.trouble}
          live={live}
          onRetry={() => void saver.flush()}
          onUndo={editing.past.length ? saver.undo : null}
          onRedo={editing.future.length ? saver.redo : null}
          onSettings={() => setDialog('settings')}
          onHistory={() => setDialog('history')}
          onKeys={() => setDialog('keys')}
        />
        <main className="flex min-h-0 min-w-0 flex-1 flex-col">
          {atHand.trouble && (
            <p
              role="alert"
              className="no-print flex items-baseline gap-4 border-b border-rust bg-chalk px-6 py-2 text-[15px] text-rust"
            >
              <span>
                {t('frame.trouble')} {atHand.trouble}
              </span>
              <button type="button" className="quiet shrink-0" onClick={() => void answer.refetch()}>
                {t('saving.again')}
              </button>
            </p>
          )}
          <div className="min-h-0 flex-1">
            <FacePictures value={pictures}>
              <Outlet />
            </FacePictures>
          </div>
        </main>
      </div>
      {editing.theirs && (
        <ConflictDialog
          base={editing.saved}
          mine={editing.present}
          theirs={editing.theirs}
          onKeepMine={saver.keepMine}
          onTakeTheirs={saver.open}
          onSettle={saver.settle}
        />
      )}
      <StuckDialog trouble={editing.trouble} before={before} />
      <DraftDialog key={saver.slug} saver={saver} />
      <KeysDialog open={dialog === 'keys'} onClose={() => setDialog(null)} />
      {dialog === 'history' && (
        <Suspense>
          <HistoryDialog onClose={() => setDialog(null)} />
        </Suspense>
      )}
      <KitSettings open={dialog === 'settings'} onClose={() => setDialog(null)} />
    </KitContext>
  );
}
