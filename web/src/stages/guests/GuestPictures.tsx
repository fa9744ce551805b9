import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { api, unwrap, type GuestView, type OpeningChange } from '../../api/client';
import { LeafHead } from '../../parts/Fold';
import { useKit } from '../../parts/kitContext';
import { ScenePicture } from '../../parts/ScenePicture';
import { photoText } from './guestPhotos';
import { useGuestAnswer } from './useGuestAnswer';

interface Props {
  guest: GuestView;
  changes: OpeningChange[];
  /** The layout of which an offer is looked at that is not taken. */
  looked: string | null;
  /** Told what is done on a layout once a piece was dragged. */
  onMoved: (layout: string, changes: readonly OpeningChange[]) => void;
}

const step = 16;

// As the server reads lengths.
const inches = (by: number) => `${Math.round(by * step) / step} in`;

/** The designer's page and the guest's, one under the other; pieces of the guest's can be dragged. */
export function GuestPictures({ guest, changes, looked, onMoved }: Props) {
  const { t } = useTranslation();
  const { kit, answer, lit, setLit } = useKit();
  const [asked, setAsked] = useState<string | null>(null);
  const [held, hold] = useState<ReadonlySet<string>>(new Set());
  const [drag, setDrag] = useState<{ label: string; x: number; y: number } | null>(null);
  const adapted = useGuestAnswer(kit, changes, guest.words).data?.answer;
  const ids = (kit.layouts ?? []).map((l) => l.id);
  const touched = ids.filter((id) => changes.some((c) => c.layout === id));
  const id = looked ?? (asked && ids.includes(asked) ? asked : (touched[0] ?? ids[0]));
  const before = answer?.layouts.find((l) => l.id === id)?.picture;
  const after = adapted?.layouts.find((l) => l.id === id)?.picture;
  const move = useMutation({
    mutationFn: async ({ label, x, y }: { label: string; x: number; y: number }) =>
      unwrap(
        await api.POST('/api/compute/moved', {
          body: {
            kit,
            layout: id ?? '',
            changes: changes.filter((c) => c.layout === id),
            piece: label.slice((id ?? '').length + 1),
            by: { across: inches(x), down: inches(y) },
          },
        }),
      ),
    onSuccess: (moved, { label }) => {
      hold((before) => new Set([...before, label]));
      onMoved(id ?? '', moved.changes);
    },
  });
  // What was dragged here stays where it is while the rest is arranged anew.
  const heldHere = [...held].filter((label) => after?.marks.some((m) => m.piece === label));
  const photos = photoText(guest, id ?? '');
  const around = useMutation({
    mutationFn: async () =>
      unwrap(
        await api.POST('/api/compute/around', {
          body: {
            kit,
            layout: id ?? '',
            text: photos,
            changes: changes.filter((c) => c.layout === id),
            held: heldHere.map((label) => label.slice((id ?? '').length + 1)),
          },
        }),
      ),
    onSuccess: (arranged) => onMoved(id ?? '', arranged.changes),
  });
  const common = { papers: kit.papers ?? [], lit, onLit: setLit };
  const size = 'min-h-0 max-h-full w-full flex-1';
  return (
    <>
      <LeafHead
        aside={ids.map((l) => (
          <button
            key={l}
            type="button"
            aria-pressed={l === id}
            className={
              l === id
                ? 'min-w-6 p-1 text-[15px] font-semibold text-velvet'
                : 'min-w-6 p-1 text-[15px] text-soft hover:text-velvet'
            }
            onClick={() => setAsked(l)}
          >
            {l}
          </button>
        ))}
      >
        <p className="text-[15px] text-soft">
          {t(looked ? 'guestPictures.offered' : 'guestPictures.made', { guest: guest.name })}
        </p>
      </LeafHead>
      <div className="flex min-h-0 flex-1 flex-col items-center gap-2 p-6 pt-2">
        {before && <ScenePicture scene={before} {...common} className={size} />}
        <p className="text-[15px] font-semibold">{guest.name}</p>
        {after && (
          <ScenePicture
            key={JSON.stringify(changes)}
            scene={after}
            {...common}
            className={`${size} touch-none`}
            {...(before ? { slideFrom: before } : {})}
            {...(drag
              ? { ghost: { marks: after.marks.filter((m) => m.piece === drag.label && m.mark !== 'text'), x: drag.x, y: drag.y } }
              : {})}
            onDrag={(label, x, y, done) => {
              setDrag(done ? null : { label, x, y });
              if (done && (x !== 0 || y !== 0)) move.mutate({ label, x, y });
            }}
          />
        )}
        {heldHere.length > 0 && !looked && (
          <p className="flex flex-wrap items-baseline gap-3 text-[15px] text-soft">
            <span>{t('guestPictures.held', { count: heldHere.length, pieces: heldHere.join(', ') })}</span>
            {photos.trim() && (
              <button type="button" className="press" disabled={around.isPending} onClick={() => around.mutate()}>
                {around.isPending ? t('guestPictures.arranging') : t('guestPictures.arrangeTheRest')}
              </button>
            )}
            <button type="button" className="quiet" onClick={() => hold(new Set())}>
              {t('guestPictures.letGo')}
            </button>
          </p>
        )}
        {around.error && (
          <p role="alert" className="text-[15px] text-rust">
            {around.error.message}
          </p>
        )}
        {move.error && (
          <p role="alert" className="text-[15px] text-rust">
            {move.error.message}
          </p>
        )}
      </div>
    </>
  );
}
