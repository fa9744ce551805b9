import { useMutation } from '@tanstack/react-query';
import { useTranslation } from 'react-i18next';
import { api, unwrap, type Kit } from '../../api/client';
import { useKit } from '../../parts/kitContext';

/** Looks where an accent colour would make a triangle, out of what is left in the kit, and lays it there by a press. */
export function AnotherPlace({ layoutId, colour }: { layoutId: string; colour: string }) {
  const { t } = useTranslation();
  const { kit, change } = useKit();
  const look = useMutation({
    mutationFn: async (of: Kit) => unwrap(await api.POST('/api/compute/again', { body: { kit: of, layout: layoutId, colour } })),
  });
  // What was found holds for the kit that it was looked for in.
  const found = look.variables === kit ? look.data : undefined;
  return (
    <div className="pb-1 pl-6.5 text-[15px]">
      <button type="button" className="quiet" disabled={look.isPending} onClick={() => look.mutate(kit)}>
        {t(look.isPending ? 'pages.againLooking' : 'pages.again')}
      </button>
      <div role="status">
        {found?.why && <p className="text-soft">{found.why}</p>}
        {found?.places.map((place) => (
          <p key={`${place.piece} ${place.says}`} className="py-0.5">
            {place.says}{' '}
            <button
              type="button"
              className="font-semibold underline underline-offset-4"
              onClick={() => {
                look.reset();
                change(place.kit);
              }}
            >
              {t('pages.againTake')}
            </button>
          </p>
        ))}
      </div>
      {look.error && (
        <p role="alert" className="text-rust">
          {look.error.message}
        </p>
      )}
    </div>
  );
}
