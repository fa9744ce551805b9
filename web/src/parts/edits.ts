import type { AxisRule, Finding, Kit, Layout, Paper, Piece } from '../api/client';

/** The kit with one layout changed. */
export const withLayout = (kit: Kit, id: string, change: (layout: Layout) => Layout): Kit => ({
  ...kit,
  layouts: (kit.layouts ?? []).map((layout) => (layout.id === id ? change(layout) : layout)),
});

/** The kit with one piece exchanged; a piece that was renamed is renamed wherever the kit names it. */
export const withPiece = (kit: Kit, layoutId: string, id: string, piece: Piece): Kit => {
  const exchanged = withLayout(kit, layoutId, (layout) => ({
    ...layout,
    pieces: (layout.pieces ?? []).map((p) => (p.id === id ? piece : p)),
  }));
  return piece.id === id ? exchanged : renamed(exchanged, layoutId, id, piece.id);
};

// Where pieces lean on it, arrangements have it, notes let it stand; and where its label stands: the guide's wishes and kept sheets. A
// chosen plan is that of pieces with other names and is made anew.
function renamed(kit: Kit, layoutId: string, from: string, to: string): Kit {
  const label = new RegExp(`(^|[^\\w-])${layoutId}-${from}(?![\\w-])`, 'g');
  const inText = (text: string) => text.replace(label, `$1${layoutId}-${to}`);
  const name = (id: string) => (id === from ? to : id);
  const leaning = withLayout(kit, layoutId, (layout) => ({
    ...layout,
    pieces: (layout.pieces ?? []).map((p) => ({
      ...p,
      across: releaning(p.across, from, to),
      down: releaning(p.down, from, to),
      ...(p.insteadOf && { insteadOf: name(p.insteadOf) }),
    })),
    arrangements: (layout.arrangements ?? []).map((a) => ({
      ...a,
      members: a.members.map(name),
      ...(a.over && { over: name(a.over) }),
      ...(a.across && { across: releaning(a.across, from, to) }),
      ...(a.down && { down: releaning(a.down, from, to) }),
    })),
    accepted: (layout.accepted ?? []).map((a) => ({ ...a, piece: name(a.piece) })),
  }));
  return {
    ...leaning,
    guide: {
      ...leaning.guide,
      notes: (leaning.guide?.notes ?? []).map((n) => ({ ...n, step: inText(n.step) })),
      moves: (leaning.guide?.moves ?? []).map((m) => ({ step: inText(m.step), after: m.after && inText(m.after) })),
    },
    keptSheets: (leaning.keptSheets ?? []).map((s) => ({
      ...s,
      pieces: (s.pieces ?? []).map((p) => ({ ...p, piece: inText(p.piece) })),
    })),
  };
}

/** The kit without a piece. What leaned on it stays, and a finding tells of it. */
export const withoutPiece = (kit: Kit, layoutId: string, id: string): Kit =>
  withLayout(kit, layoutId, (layout) => ({
    ...layout,
    pieces: (layout.pieces ?? []).filter((p) => p.id !== id).map((p) => (p.insteadOf === id ? { ...p, insteadOf: null } : p)),
    arrangements: (layout.arrangements ?? [])
      .map((a) => ({ ...a, members: a.members.filter((m) => m !== id) }))
      .filter((a) => a.members.length > 0),
  }));

/** The kit with a piece moved by so many layers: towards the front for a positive number. */
export const withLayer = (kit: Kit, layoutId: string, id: string, by: number): Kit =>
  withLayout(kit, layoutId, (layout) => {
    const pieces = [...(layout.pieces ?? [])];
    const from = pieces.findIndex((p) => p.id === id);
    const to = from + by;
    const [moved] = from < 0 || to < 0 || to >= pieces.length ? [] : pieces.splice(from, 1);
    if (moved) pieces.splice(to, 0, moved);
    return { ...layout, pieces };
  });

/** The kit with one paper exchanged; a paper that was renamed keeps its pieces. */
export const withPaper = (kit: Kit, id: string, paper: Paper): Kit => ({
  ...kit,
  papers: (kit.papers ?? []).map((p) => (p.id === id ? paper : p)),
});

function releaning(rule: AxisRule, from: string, to: string): AxisRule {
  if ((rule.rule === 'from' || rule.rule === 'beside') && rule.of === from) return { ...rule, of: to };
  if (rule.rule === 'tucked' && rule.under === from) return { ...rule, under: to };
  if (rule.rule === 'centred' && rule.in === from) return { ...rule, in: to };
  return rule;
}

/** A name of small letters for a paper that no other of the kit has. */
export const freePaperId = (kit: Kit, name: string): string => freeId(kit.papers ?? [], name);

/** A name of small letters for a sheet of parts that no other of the kit has. */
export const freePartSheetId = (kit: Kit, name = 'parts'): string => freeId(kit.parts ?? [], name);

function freeId(others: readonly { id: string }[], name: string): string {
  const base =
    name
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-|-$/g, '') || 'paper';
  const taken = new Set(others.map((p) => p.id));
  for (let n = 1; ; n++) {
    const id = n === 1 ? base : `${base}-${n}`;
    if (!taken.has(id)) return id;
  }
}

/** The labels of all pieces that come off a sheet of parts. */
export const usedFrom = (kit: Kit, sheet: string): string[] =>
  (kit.layouts ?? []).flatMap((l) =>
    (l.pieces ?? [])
      .filter((p) => p.part?.sheet === sheet || p.opening?.mats?.some((m) => m.card?.sheet === sheet))
      .map((p) => `${l.id}-${p.id}`),
  );

/** What a rule leans on; null for the page. */
export function groundOf(rule: AxisRule): string | null {
  switch (rule.rule) {
    case 'from':
    case 'beside':
    case 'member':
      return rule.of ?? null;
    case 'centred':
      return rule.in ?? null;
    case 'tucked':
      return rule.under;
    default:
      return null;
  }
}

/** The pieces that lean on one, and the papers' pieces: what would be left hanging if it went. */
export const leaningOn = (layout: Layout, id: string): string[] =>
  (layout.pieces ?? []).filter((p) => [p.across, p.down].some((r) => groundOf(r) === id)).map((p) => p.id);

/** The labels of all pieces and mats cut from a paper. */
export const cutFrom = (kit: Kit, paper: string): string[] =>
  (kit.layouts ?? []).flatMap((l) =>
    (l.pieces ?? [])
      .filter((p) => p.paper === paper || p.opening?.mats?.some((m) => m.paper === paper))
      .map((p) => `${l.id}-${p.id}`),
  );

/**
 * The kit with what one press does about a finding: the piece changed, and laid behind another where its layer was the matter.
 */
export function mended(kit: Kit, layoutId: string, mend: NonNullable<Finding['mend']>): Kit {
  const changed = withPiece(kit, layoutId, mend.piece.id, mend.piece);
  if (!mend.behind) return changed;
  return withLayout(changed, layoutId, (layout) => {
    const others = (layout.pieces ?? []).filter((p) => p.id !== mend.piece.id);
    const at = others.findIndex((p) => p.id === mend.behind);
    return { ...layout, pieces: [...others.slice(0, at), mend.piece, ...others.slice(at)] };
  });
}
