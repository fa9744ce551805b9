import type { AxisRule, Layout, Piece } from '../../api/client';
import { Choice } from '../../parts/Choice';
import { groundOf } from '../../parts/edits';
import { useKit } from '../../parts/kitContext';
import { inUnit } from '../../parts/length';
import { Measure } from '../../parts/Measure';
import { distanceOf, makeRule, needsPiece, pageOnly, wayOf, wayWords, type AxisName, type Way } from './rules';

interface Props {
  axis: AxisName;
  layout: Layout;
  /** The piece or the arrangement that is placed. */
  piece: Pick<Piece, 'id' | 'across' | 'down'>;
  onChange: (rule: AxisRule) => void;
}

const page = '(page)';

/** The place of a piece along one axis: how it is measured, how far, and from what. */
export function RuleEditor({ axis, layout, piece, onChange }: Props) {
  const { kit } = useKit();
  const rule = piece[axis];
  const way = wayOf(rule);
  const label = `${layout.id}-${piece.id}`;
  const others = (layout.pieces ?? []).filter((p) => p.id !== piece.id);
  const on = rule.rule === 'member' ? null : groundOf(rule);
  const distance = distanceOf(rule);
  const make = (next: Exclude<Way, 'member'>, far: string | null, of: string | null) =>
    onChange(makeRule(axis, next, far ?? inUnit(kit, '0', '0'), of, others.at(-1)?.id ?? ''));

  const ways = (Object.keys(wayWords[axis]) as Exclude<Way, 'member'>[]).filter(
    (w) => (layout.kind === 'spread' || (w !== 'seam' && w !== 'outer')) && (others.length > 0 || !needsPiece(w)),
  );
  const leans = needsPiece(way);
  const measure = (name: string) =>
    distance !== null &&
    way !== 'member' && (
      <Measure align="left" label={`${name} ${axis} of ${label}`} value={distance} onChange={(far) => make(way, far, on)} />
    );
  return (
    <>
      <span className="text-soft">{axis === 'across' ? 'Across' : 'Down'}</span>
      <span className="flex flex-wrap items-baseline gap-1.5">
        {!(way === 'before' || way === 'after') && measure('Distance')}
        <Choice
          optional={way === 'member'}
          label={`How ${label} is placed ${axis}`}
          value={way === 'member' ? null : way}
          none={rule.rule === 'member' ? `placed by ${rule.of}` : undefined}
          options={ways.map((w) => ({ value: w, name: wayWords[axis][w] ?? w }))}
          onChange={(next) => make(next, distance, on)}
        />
        {way !== 'member' && !pageOnly(way) && (
          <>
            {!leans && <span className="text-soft">{way === 'centred' ? 'in' : 'of'}</span>}
            <Choice
              label={`What ${label} is measured from ${axis}`}
              value={on ?? (leans ? null : page)}
              options={[
                ...(leans ? [] : [{ value: page, name: 'the page' }]),
                ...others.map((p) => ({ value: p.id, name: p.name ? `${p.id} ${p.name}` : p.id })),
              ]}
              onChange={(of) => make(way, distance, of === page ? null : of)}
            />
          </>
        )}
        {(way === 'before' || way === 'after') && (
          <>
            <span className="text-soft">gap</span>
            {measure('Gap')}
          </>
        )}
      </span>
    </>
  );
}
