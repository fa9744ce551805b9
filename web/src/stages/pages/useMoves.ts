import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { api, unwrap, type LayoutAnswer, type Mark } from '../../api/client';
import { useKit } from '../../parts/kitContext';
import { toInches } from '../../parts/length';
import { useNewestKit } from '../../parts/useNewestKit';
import type { PickedEdge } from './EdgePicker';

interface Move {
  piece: string;
  across: number;
  down: number;
}

/** Moves pieces along their relations, in steps of the kit's ruler: by keys, and by dragging in the picture. */
export function useMoves(layout: string, computed: LayoutAnswer | undefined) {
  const { kit } = useKit();
  const newest = useNewestKit();
  const [ghost, setGhost] = useState<{ marks: Mark[]; x: number; y: number } | null>(null);
  const ruler = toInches(kit.ruler);
  const work = useMutation({
    scope: { id: `move-${layout}` },
    mutationFn: async ({ piece, across, down }: Move) =>
      unwrap(await api.POST('/api/compute/move', { body: { kit: newest.read(), layout, piece, across, down } })),
    onSuccess: (answer) => newest.write(answer.kit),
    onSettled: () => setGhost(null),
  });
  const move = (piece: string, across: number, down: number) => {
    if (across !== 0 || down !== 0) work.mutate({ piece, across, down });
    else setGhost(null);
  };
  const exchange = useMutation({
    mutationFn: async ({ piece, other }: { piece: string; other: string }) =>
      unwrap(await api.POST('/api/compute/layouts', { body: { kit: newest.read(), layout, do: 'swap', piece, with: other } })),
    onSuccess: (answer) => newest.write(answer.kit),
  });
  const swap = (piece: string, other: string) => exchange.mutate({ piece, other });
  const face = useMutation({
    mutationFn: async ({ piece, copy }: { piece: string; copy: string }) =>
      unwrap(await api.POST('/api/compute/layouts', { body: { kit: newest.read(), layout, do: 'facing', piece, with: copy } })),
    onSuccess: (answer) => newest.write(answer.kit),
  });
  const facing = (piece: string, copy: string, onMade: (id: string) => void) =>
    face.mutate({ piece, copy }, { onSuccess: () => onMade(copy) });
  const remeasure = useMutation({
    mutationFn: async ({ piece, edge, of }: PickedEdge & { piece: string }) =>
      unwrap(await api.POST('/api/compute/measured-from', { body: { kit: newest.read(), layout, piece, edge, of } })),
    onSuccess: (answer) => newest.write(answer.kit),
  });
  const measureFrom = (piece: string, { edge, of }: PickedEdge) => remeasure.mutate({ piece, edge, of });
  const drag = (label: string, x: number, y: number, done: boolean) => {
    const [across, down] = [Math.round(x / ruler), Math.round(y / ruler)];
    const marks = (computed?.picture.marks ?? [])
      .filter((m) => m.mark === 'box' && m.piece === label)
      .map((m) => ({ ...m, role: 'ghost' as const }));
    setGhost({ marks, x: across * ruler, y: down * ruler });
    if (done) move(label.slice(layout.length + 1), across, down);
  };
  return {
    move,
    drag,
    swap,
    facing,
    measureFrom,
    ghost,
    trouble: (work.error ?? exchange.error ?? face.error ?? remeasure.error)?.message ?? null,
    quarter: Math.max(1, Math.round((kit.unit === 'mm' ? 5 / 25.4 : 0.25) / ruler)),
  };
}
