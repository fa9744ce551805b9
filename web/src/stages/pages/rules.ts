import type { AxisRule, Edge } from '../../api/client';

export type AxisName = 'across' | 'down';

/** The ways a piece can find its place along an axis, as a person chooses them. */
export type Way =
  | 'start'
  | 'end'
  | 'centred'
  | 'before'
  | 'after'
  | 'seam'
  | 'outer'
  | 'tuck-before'
  | 'tuck-after'
  | 'hang-start'
  | 'hang-end'
  | 'member';

/** The ways there are along each axis; their names are the words' (`ruleEditor.way`). */
export const waysAlong = {
  across: ['start', 'end', 'centred', 'before', 'after', 'seam', 'outer', 'tuck-before', 'tuck-after', 'hang-start', 'hang-end'],
  down: ['start', 'end', 'centred', 'before', 'after', 'tuck-before', 'tuck-after', 'hang-start', 'hang-end'],
} as const satisfies Record<AxisName, readonly Way[]>;

const edges: Record<AxisName, { start: Edge; end: Edge }> = {
  across: { start: 'left', end: 'right' },
  down: { start: 'top', end: 'bottom' },
};

const starts = (edge: Edge) => edge === 'left' || edge === 'top';

export function wayOf(rule: AxisRule): Way {
  switch (rule.rule) {
    case 'from':
      return starts(rule.edge) ? 'start' : 'end';
    case 'centred':
      return 'centred';
    case 'beside':
      return starts(rule.edge) ? 'before' : 'after';
    case 'flush':
      return rule.flank;
    case 'tucked':
      return starts(rule.edge) ? 'tuck-before' : 'tuck-after';
    case 'hanging':
      return starts(rule.edge) ? 'hang-start' : 'hang-end';
    case 'member':
      return 'member';
  }
}

/** The ways that need a piece to lean on, rather than the page. */
export const needsPiece = (way: Way) => way === 'before' || way === 'after' || way === 'tuck-before' || way === 'tuck-after';

/** The ways that lean on nothing but the page. */
export const pageOnly = (way: Way) => way === 'seam' || way === 'outer' || way === 'hang-start' || way === 'hang-end';

/** The distance a rule speaks of; null for one that has none. */
export function distanceOf(rule: AxisRule): string | null {
  switch (rule.rule) {
    case 'from':
    case 'flush':
      return rule.distance;
    case 'beside':
      return rule.gap;
    case 'tucked':
    case 'hanging':
      return rule.by;
    default:
      return null;
  }
}

/** A rule of that way. */
export function makeRule(
  axis: AxisName,
  way: Exclude<Way, 'member'>,
  far: string,
  of: string | null,
  lastPiece: string,
): AxisRule {
  const { start, end } = edges[axis];
  switch (way) {
    case 'start':
      return { rule: 'from', edge: start, distance: far, of };
    case 'end':
      return { rule: 'from', edge: end, distance: far, of };
    case 'centred':
      return { rule: 'centred', in: of };
    case 'before':
      return { rule: 'beside', edge: start, of: of ?? lastPiece, gap: far };
    case 'after':
      return { rule: 'beside', edge: end, of: of ?? lastPiece, gap: far };
    case 'tuck-before':
      return { rule: 'tucked', edge: start, under: of ?? lastPiece, by: far };
    case 'tuck-after':
      return { rule: 'tucked', edge: end, under: of ?? lastPiece, by: far };
    case 'hang-start':
      return { rule: 'hanging', edge: start, by: far };
    case 'hang-end':
      return { rule: 'hanging', edge: end, by: far };
    case 'seam':
    case 'outer':
      return { rule: 'flush', flank: way, distance: far };
  }
}
