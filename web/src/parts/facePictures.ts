import { useQuery } from '@tanstack/react-query';
import { createContext, useMemo } from 'react';
import { api, unwrap } from '../api/client';

const nameOf = (paper: string, face: string) => `${paper}-${face}`;

/** Where the pictures are that are shown in place of drawn prints. */
export const FacePictures = createContext<(paper: string, face: string) => string | undefined>(() => undefined);

/** The pictures that are kept of the papers of a kit. */
export const useKeptPictures = (slug: string) =>
  useQuery({
    queryKey: ['face-pictures', slug],
    queryFn: async ({ signal }) =>
      unwrap(await api.GET('/api/kits/{slug}/papers/pictures', { params: { path: { slug } }, signal })),
  });

/** Where the picture of a face is; another address for each version of it. */
export const pictureOf = (slug: string, paper: string, face: string, version: number | string) =>
  `/api/kits/${encodeURIComponent(slug)}/papers/${encodeURIComponent(paper)}/${face}/picture?version=${version}`;

/** What {@link FacePictures} gives within a kit. */
export function useShownPictures(slug: string) {
  const { data } = useKeptPictures(slug);
  return useMemo(() => {
    const shown = new Map(
      (data ?? []).filter((p) => p.shown).map((p) => [nameOf(p.paper, p.face), pictureOf(slug, p.paper, p.face, p.version)]),
    );
    return (paper: string, face: string) => shown.get(nameOf(paper, face));
  }, [data, slug]);
}
