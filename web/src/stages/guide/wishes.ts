import type { Kit, Step } from '../../api/client';

const wishesOf = (kit: Kit) => kit.guide ?? {};

/** The steps a step can change places with: those of the same half and layout. */
const neighbours = (steps: readonly Step[], step: Step) =>
  steps.filter((s) => s.half === step.half && (s.layout ?? null) === (step.layout ?? null));

/** Whether a step can go one place earlier (-1) or later (1) within its part of the guide. */
export function canMove(steps: readonly Step[], step: Step, by: -1 | 1): boolean {
  const own = neighbours(steps, step);
  const at = own.findIndex((s) => s.key === step.key) + by;
  return at >= 0 && at < own.length;
}

/** The kit with a step one place earlier or later; what the guide then thinks of it is its proof's to say. */
export function withMove(kit: Kit, steps: readonly Step[], step: Step, by: -1 | 1): Kit {
  const own = neighbours(steps, step);
  const at = own.findIndex((s) => s.key === step.key);
  const after = by === 1 ? own[at + 1]?.key : own[at - 2]?.key;
  const moves = [...(wishesOf(kit).moves ?? []).filter((m) => m.step !== step.key), { step: step.key, after: after ?? null }];
  return { ...kit, guide: { ...wishesOf(kit), moves } };
}

/** The kit with a step back where the guide puts it by itself. */
export const withoutMove = (kit: Kit, step: Step): Kit => ({
  ...kit,
  guide: { ...wishesOf(kit), moves: (wishesOf(kit).moves ?? []).filter((m) => m.step !== step.key) },
});

/** The kit with the designer's own words at a step; none takes them away. */
export function withNote(kit: Kit, step: Step, words: string, instead: boolean): Kit {
  const others = (wishesOf(kit).notes ?? []).filter((n) => n.step !== step.key);
  const notes = words.trim() ? [...others, { step: step.key, words: words.trim(), instead }] : others;
  return { ...kit, guide: { ...wishesOf(kit), notes } };
}
