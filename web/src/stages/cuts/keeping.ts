import type { Kit, KitAnswer, Piece } from '../../api/client';

export type Pattern = KitAnswer['eachKit']['plan']['bySheet'][number]['patterns'][number];
export type KeptSheet = NonNullable<Kit['keptSheets']>[number];
export type Mode = NonNullable<KeptSheet['mode']>;

/** How many sheets of a pattern are cut already. */
export const cutOf = (pattern: Pattern): number => pattern.cut ?? 0;

const keptOf = (kit: Kit) => kit.keptSheets ?? [];

/** A sheet as planned, to be kept as it is. */
export const kept = (pattern: Pattern, mode: Mode): KeptSheet => ({
  paper: pattern.sheet,
  mode,
  times: pattern.times,
  pieces: pattern.placements.map(({ piece, box, turned }) => ({ piece, box, turned })),
});

/** Which of the kit's kept sheets a pattern is; -1 where it is none. */
export const placeOf = (kit: Kit, pattern: Pattern, mode: Mode): number =>
  pattern.isKept
    ? keptOf(kit).findIndex(
        (k) =>
          k.paper === pattern.sheet &&
          (k.mode ?? 'each-kit') === mode &&
          pattern.placements.every((p) =>
            k.pieces?.some((q) => q.piece === p.piece && q.box.x === p.box.x && q.box.y === p.box.y),
          ),
      )
    : -1;

/** The kit with a sheet kept as it is planned. */
export const withKept = (kit: Kit, pattern: Pattern, mode: Mode): Kit => ({
  ...kit,
  keptSheets: [...keptOf(kit), kept(pattern, mode)],
});

/** The kit with a kept sheet let go; what of it is cut already, the ledger knows. */
export const withoutKept = (kit: Kit, place: number): Kit => ({
  ...kit,
  keptSheets: keptOf(kit).filter((_, i) => i !== place),
});

/** The kit with a sheet kept, or let go where it was kept. */
export const keptOrNot = (kit: Kit, pattern: Pattern, mode: Mode): Kit => {
  const place = placeOf(kit, pattern, mode);
  return place < 0 ? withKept(kit, pattern, mode) : withoutKept(kit, place);
};

/** The kit with the place of a stale sheet among those of its paper and mode let go. */
export const withoutStale = (kit: Kit, paper: string, mode: Mode, place: number): Kit => {
  const own = keptOf(kit).filter((k) => k.paper === paper && (k.mode ?? 'each-kit') === mode);
  const at = keptOf(kit).indexOf(own[place] as KeptSheet);
  return { ...kit, keptSheets: keptOf(kit).filter((_, i) => i !== at) };
};

/** The kit with a piece laid by hand: its new sheet is kept, and it is taken off a kept sheet it lay on. */
export function withLaid(
  kit: Kit,
  mode: Mode,
  source: Pattern,
  piece: string,
  target: Pattern | null,
  laid: { pieces: KeptSheet['pieces']; times: number },
): Kit {
  const at = target ? placeOf(kit, target, mode) : -1;
  const left = target ? target.times - cutOf(target) : 1;
  const sheet: KeptSheet = {
    paper: source.sheet,
    mode,
    times: Math.max(1, Math.min(left, laid.times)),
    pieces: laid.pieces ?? [],
  };
  const fromPlace = placeOf(kit, source, mode);
  const rest = keptOf(kit).flatMap((k, i): KeptSheet[] => {
    if (i === at) return [];
    if (i !== fromPlace) return [k];
    const pieces = (k.pieces ?? []).filter((p) => p.piece !== piece);
    return pieces.length ? [{ ...k, pieces }] : [];
  });
  return { ...kit, keptSheets: [...rest, sheet] };
}

/** The piece of a kit that a label of the cut list is of: L1-P1 mat is of P1 in L1. */
export function pieceOf(kit: Kit, label: string): { layout: string; piece: Piece } | null {
  const [, layoutId, id] = /^([^-]+)-([A-Za-z0-9]+)/.exec(label) ?? [];
  const layout = kit.layouts?.find((l) => l.id === layoutId);
  const piece = layout?.pieces?.find((p) => p.id === id);
  return layout && piece ? { layout: layout.id, piece } : null;
}
