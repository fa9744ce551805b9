import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useTranslation } from 'react-i18next';
import { api, unwrap } from '../../api/client';
import { ConfirmButton } from '../../parts/ConfirmButton';
import { pictureOf, useKeptPictures } from '../../parts/facePictures';
import { useKit } from '../../parts/kitContext';

interface Props {
  label: string;
  paper: string;
  face: 'A' | 'B';
  /** A picture that was just looked at and can be kept. */
  taken: File | undefined;
}

/** Keeps a picture of a sheet with the studio, and says whether it is shown in place of the drawn print. */
export function KeptPicture({ label, paper, face, taken }: Props) {
  const { t } = useTranslation();
  const { slug, saveNow } = useKit();
  const queries = useQueryClient();
  const kept = useKeptPictures(slug).data?.find((p) => p.paper === paper && p.face === face);
  const path = { slug, paper, face };
  const onSuccess = () => queries.invalidateQueries({ queryKey: ['face-pictures'] });
  const keep = useMutation({
    mutationFn: async (picture: File) => {
      // A paper is the studio's once the kit with it is saved.
      if ((await saveNow()) === null) throw new Error(t('face.saveFirst'));
      unwrap(
        await api.PUT('/api/kits/{slug}/papers/{paper}/{face}/picture', {
          params: { path },
          body: picture as unknown as string,
          bodySerializer: (body) => body as unknown as BodyInit,
          headers: { 'Content-Type': picture.type || 'application/octet-stream' },
        }),
      );
    },
    onSuccess,
  });
  const show = useMutation({
    mutationFn: async (shown: boolean) => {
      unwrap(await api.PUT('/api/kits/{slug}/papers/{paper}/{face}/picture/shown', { params: { path }, body: { shown } }));
    },
    onSuccess,
  });
  const remove = useMutation({
    mutationFn: async () => {
      unwrap(await api.DELETE('/api/kits/{slug}/papers/{paper}/{face}/picture', { params: { path } }));
    },
    onSuccess,
  });
  const trouble = keep.error ?? show.error ?? remove.error;
  const isKept = keep.isSuccess && keep.variables === taken;
  if (!kept && !taken && !trouble) return null;
  return (
    <span className="flex basis-full flex-wrap items-center gap-3 text-[15px]">
      {kept && (
        <>
          <img
            src={pictureOf(slug, paper, face, kept.version)}
            alt={t('face.pictureOf', { label })}
            className="h-9 w-9 rounded-[2px] object-cover"
          />
          <label className="flex items-center gap-2">
            <input
              type="checkbox"
              checked={show.isPending ? show.variables : kept.shown}
              disabled={show.isPending}
              onChange={(e) => show.mutate(e.target.checked)}
            />
            {t('face.show')}
          </label>
          <ConfirmButton asks={t('face.eraseAsks')} onConfirm={() => remove.mutate()}>
            {t('face.erase')}
          </ConfirmButton>
        </>
      )}
      {taken && !isKept && (
        <button type="button" className="press" disabled={keep.isPending} onClick={() => keep.mutate(taken)}>
          {t(keep.isPending ? 'face.keeping' : kept ? 'face.keepInstead' : 'face.keep')}
        </button>
      )}
      {trouble && (
        <span role="alert" className="text-rust">
          {trouble.message}
        </span>
      )}
    </span>
  );
}
