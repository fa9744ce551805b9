import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useReducer } from 'react';
import { api, ApiError, unwrap, type Kit, type KitView } from '../api/client';

/** How the document on the screen stands to the one on the shelf. */
export type SaveState = 'saved' | 'waiting' | 'saving' | 'failed' | 'conflict';

interface Editing {
  present: Kit;
  past: readonly Kit[];
  future: readonly Kit[];
  saved: Kit;
  revision: number;
  state: SaveState;
  trouble: string | null;
  theirs: KitView | null;
}

type Event =
  | { type: 'loaded'; view: KitView }
  | { type: 'changed'; kit: Kit }
  | { type: 'undone' }
  | { type: 'redone' }
  | { type: 'saving' }
  | { type: 'stored'; sent: Kit; revision: number }
  | { type: 'refused'; trouble: string }
  | { type: 'raced'; theirs: KitView }
  | { type: 'kept-mine' };

const opened = (view: KitView): Editing => ({
  present: view.kit,
  past: [],
  future: [],
  saved: view.kit,
  revision: view.revision,
  state: 'saved',
  trouble: null,
  theirs: null,
});

const longestHistory = 200;

// A change while a conflict is open keeps the conflict open: nothing is sent before the person has chosen.
const unsaved = (editing: Editing, next: Kit): Editing => ({
  ...editing,
  present: next,
  state: editing.state === 'conflict' ? 'conflict' : next === editing.saved ? 'saved' : 'waiting',
  trouble: null,
});

function follow(editing: Editing | null, event: Event): Editing | null {
  if (event.type === 'loaded') return opened(event.view);
  if (!editing) return null;
  const { past, present, future } = editing;
  switch (event.type) {
    case 'changed':
      return { ...unsaved(editing, event.kit), past: [...past.slice(-longestHistory), present], future: [] };
    case 'undone': {
      const before = past.at(-1);
      return before ? { ...unsaved(editing, before), past: past.slice(0, -1), future: [present, ...future] } : editing;
    }
    case 'redone': {
      const [after, ...rest] = future;
      return after ? { ...unsaved(editing, after), past: [...past, present], future: rest } : editing;
    }
    case 'saving':
      return { ...editing, state: 'saving' };
    case 'stored':
      return {
        ...editing,
        saved: event.sent,
        revision: event.revision,
        theirs: null,
        state: present === event.sent ? 'saved' : 'waiting',
      };
    case 'refused':
      return { ...editing, state: 'failed', trouble: event.trouble };
    case 'raced':
      return { ...editing, state: 'conflict', theirs: event.theirs };
    case 'kept-mine':
      return editing.theirs ? { ...editing, revision: editing.theirs.revision, theirs: null, state: 'waiting' } : editing;
  }
}

const fetchKit = async (slug: string, signal?: AbortSignal) =>
  unwrap(await api.GET('/api/kits/{slug}', { params: { path: { slug } }, signal }));

/** Holds one kit while it is edited: undo and redo, saving on its own, and the choice when somebody else saved first. */
export function useKitEditor(slug: string) {
  const [editing, dispatch] = useReducer(follow, null);
  const queries = useQueryClient();
  const query = useQuery({
    queryKey: ['kit', slug],
    queryFn: ({ signal }) => fetchKit(slug, signal),
    staleTime: Infinity,
    gcTime: 0,
  });
  useEffect(() => {
    if (query.data) dispatch({ type: 'loaded', view: query.data });
  }, [query.data]);

  const save = useMutation({
    mutationFn: async ({ kit, revision }: { kit: Kit; revision: number }) =>
      unwrap(
        await api.PUT('/api/kits/{slug}', { params: { path: { slug } }, body: kit, headers: { 'If-Match': `"${revision}"` } }),
      ),
    onMutate: () => dispatch({ type: 'saving' }),
    onSuccess: (view, { kit }) => {
      dispatch({ type: 'stored', sent: kit, revision: view.revision });
      void queries.invalidateQueries({ queryKey: ['revisions', slug] });
    },
    onError: async (error) => {
      if (error instanceof ApiError && error.status === 412) dispatch({ type: 'raced', theirs: await fetchKit(slug) });
      else dispatch({ type: 'refused', trouble: error.message });
    },
  });
  const send = save.mutate;
  useEffect(() => {
    if (editing?.state !== 'waiting') return;
    const timer = setTimeout(() => send({ kit: editing.present, revision: editing.revision }), 400);
    return () => clearTimeout(timer);
  }, [editing, send]);

  const dirty = editing !== null && editing.state !== 'saved';
  useEffect(() => {
    if (!dirty) return;
    const hold = (event: BeforeUnloadEvent) => event.preventDefault();
    window.addEventListener('beforeunload', hold);
    return () => window.removeEventListener('beforeunload', hold);
  }, [dirty]);

  const change = useCallback((kit: Kit) => dispatch({ type: 'changed', kit }), []);
  const undo = useCallback(() => dispatch({ type: 'undone' }), []);
  const redo = useCallback(() => dispatch({ type: 'redone' }), []);
  const keepMine = useCallback(() => dispatch({ type: 'kept-mine' }), []);
  const takeTheirs = useCallback((view: KitView) => dispatch({ type: 'loaded', view }), []);
  const retry = useCallback(() => {
    if (editing) send({ kit: editing.present, revision: editing.revision });
  }, [editing, send]);
  return { editing, error: query.error, change, undo, redo, keepMine, takeTheirs, retry };
}
