import { useMutation } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { api, unwrap, type LayoutAnswer, type Mark, type Piece, type PieceKind } from '../../api/client';
import { useKit } from '../../parts/kitContext';
import { toInches } from '../../parts/length';
import { useNewestKit } from '../../parts/useNewestKit';
import type { PickedEdge } from './EdgePicker';

type PageSide = NonNullable<Piece['side']>;

interface Move {
  piece: string;
  across: number;
  down: number;
}

interface Deed {
  do: 'swap' | 'facing' | 'add';
  piece?: string;
  with?: string;
  kind?: PieceKind;
  side?: PageSide;
}

/** A piece held in the picture: how far from where it lies, and how far a relation may draw it, in inches. */
interface Held {
  piece: string;
  x: number;
  y: number;
  reach: number;
}

// What a hand does is known to a hundredth of an inch.
const inches = (value: number) => `${value.toFixed(2)} in`;
const asRest = ({ piece, x, y, reach }: Held) => ({ piece, across: inches(x), down: inches(y), reach: inches(reach) });

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
  // Two pieces change places, one is laid once more on the facing page, one is added: all answered with the kit afterwards.
  const deed = useMutation({
    scope: { id: `move-${layout}` },
    mutationFn: async (asked: Deed) =>
      unwrap(await api.POST('/api/compute/layouts', { body: { kit: newest.read(), layout, ...asked } })),
    onSuccess: (answer) => newest.write(answer.kit),
  });
  const making = (asked: Deed, onMade: (id: string) => void) =>
    deed.mutate(asked, { onSuccess: ({ piece }) => piece && onMade(piece) });
  const swap = (piece: string, other: string) => deed.mutate({ do: 'swap', piece, with: other });
  const facing = (piece: string, onMade: (id: string) => void) => making({ do: 'facing', piece }, onMade);
  const add = (kind: PieceKind, side: PageSide, onMade: (id: string) => void) => making({ do: 'add', kind, side }, onMade);
  const remeasure = useMutation({
    mutationFn: async ({ piece, edge, of }: PickedEdge & { piece: string }) =>
      unwrap(await api.POST('/api/compute/measured-from', { body: { kit: newest.read(), layout, piece, edge, of } })),
    onSuccess: (answer) => newest.write(answer.kit),
  });
  const measureFrom = (piece: string, { edge, of }: PickedEdge) => remeasure.mutate({ piece, edge, of });
  // While a piece is held, where it would come to rest is asked for again and again, one question at a time.
  const held = useRef<Held | null>(null);
  const asking = useRef(false);
  const [rests, setRests] = useState<string | null>(null);
  const letGo = () => {
    held.current = null;
    setGhost(null);
    setRests(null);
  };
  const rest = useMutation({
    scope: { id: `move-${layout}` },
    mutationFn: async (at: Held) =>
      unwrap(await api.POST('/api/compute/rest', { body: { kit: newest.read(), layout, ...asRest(at) } })),
    onSuccess: (answer) => newest.write(answer.kit),
    onSettled: letGo,
  });
  const stillHeld = () => held.current;
  const look = async () => {
    asking.current = true;
    try {
      for (let at = stillHeld(), asked: Held | null = null; at && at !== asked; at = stillHeld()) {
        const { piece } = at;
        asked = at;
        const { data } = await api.POST('/api/compute/rest', { body: { kit: newest.read(), layout, ...asRest(at) } });
        const from = computed?.pieces.find((p) => p.id === piece)?.placed?.box;
        if (!stillHeld() || !data || !from) break;
        setGhost({
          marks: outlineOf(piece),
          x: toInches(data.box.x) - toInches(from.x),
          y: toInches(data.box.y) - toInches(from.y),
        });
        setRests(data.place);
      }
    } catch {
      // Without an answer it is only held; letting go asks again and tells what is wrong.
    } finally {
      asking.current = false;
    }
  };
  const outlineOf = (piece: string): Mark[] =>
    (computed?.picture.marks ?? [])
      .filter((m) => m.mark === 'box' && m.piece === `${layout}-${piece}`)
      .map((m) => ({ ...m, role: 'ghost' as const }));
  /** A piece held in the picture, so many inches from where it lies; freely where nothing is to draw it. */
  const drag = (label: string, x: number, y: number, reach: number, done: boolean) => {
    const at = { piece: label.slice(layout.length + 1), x, y, reach };
    if (!done) {
      held.current = at;
      if (!rests) setGhost({ marks: outlineOf(at.piece), x, y });
      if (!asking.current) void look();
    } else if (x === 0 && y === 0) letGo();
    else {
      held.current = null;
      rest.mutate(at);
    }
  };
  return {
    move,
    drag,
    swap,
    facing,
    add,
    measureFrom,
    ghost,
    /** Where the piece that is held would come to rest, in words. */
    rests,
    trouble: (work.error ?? deed.error ?? rest.error ?? remeasure.error)?.message ?? null,
    quarter: Math.max(1, Math.round((kit.unit === 'mm' ? 5 / 25.4 : 0.25) / ruler)),
  };
}
