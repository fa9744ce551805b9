import { useTranslation } from 'react-i18next';
import type { AxisRule, Layout, Piece } from '../../api/client';
import { Choice } from '../../parts/Choice';
import { groundOf } from '../../parts/edits';
import { useKit } from '../../parts/kitContext';
import { inUnit } from '../../parts/length';
import { Measure } from '../../parts/Measure';
import { distanceOf, makeRule, needsPiece, pageOnly, wayOf, waysAlong, type AxisName, type Way } from './rules';

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
  const { t } = useTranslation();
  const { kit } = useKit();
  const along = t(`ruleEditor.axis.${axis}`);
  const rule = piece[axis];
  const way = wayOf(rule);
  const label = `${layout.id}-${piece.id}`;
  const others = (layout.pieces ?? []).filter((p) => p.id !== piece.id);
  const on = rule.rule === 'member' ? null : groundOf(rule);
  const distance = distanceOf(rule);
  const make = (next: Exclude<Way, 'member'>, far: string | null, of: string | null) =>
    onChange(makeRule(axis, next, far ?? inUnit(kit, '0', '0'), of, others.at(-1)?.id ?? ''));

  const ways = (waysAlong[axis] as readonly Exclude<Way, 'member'>[]).filter(
    (w) => (layout.kind === 'spread' || (w !== 'seam' && w !== 'outer')) && (others.length > 0 || !needsPiece(w)),
  );
  const leans = needsPiece(way);
  const measure = (name: string) =>
    distance !== null &&
    way !== 'member' && (
      <Measure
        align="left"
        label={t('ruleEditor.of', { name, axis: along, label })}
        value={distance}
        onChange={(far) => make(way, far, on)}
      />
    );
  return (
    <>
      <span className="text-soft">{axis === 'across' ? t('ruleEditor.across') : t('ruleEditor.down')}</span>
      <span className="flex flex-wrap items-baseline gap-1.5">
        {!(way === 'before' || way === 'after') && measure(t('ruleEditor.distance'))}
        <Choice
          optional={way === 'member'}
          label={t('ruleEditor.howIsPlaced', { label, axis: along })}
          value={way === 'member' ? null : way}
          none={rule.rule === 'member' ? t('ruleEditor.placedBy', { of: rule.of }) : undefined}
          options={ways.map((w) => ({ value: w, name: t(`ruleEditor.way.${axis}.${w}` as 'ruleEditor.way.across.start') }))}
          onChange={(next) => make(next, distance, on)}
        />
        {way !== 'member' && !pageOnly(way) && (
          <>
            {!leans && <span className="text-soft">{way === 'centred' ? t('ruleEditor.in') : t('ruleEditor.of2')}</span>}
            <Choice
              label={t('ruleEditor.whatIsMeasuredFrom', { label, axis: along })}
              value={on ?? (leans ? null : page)}
              options={[
                ...(leans ? [] : [{ value: page, name: t('ruleEditor.thePage') }]),
                ...others.map((p) => ({ value: p.id, name: p.name ? `${p.id} ${p.name}` : p.id })),
              ]}
              onChange={(of) => make(way, distance, of === page ? null : of)}
            />
          </>
        )}
        {(way === 'before' || way === 'after') && (
          <>
            <span className="text-soft">{t('ruleEditor.gap')}</span>
            {measure(t('ruleEditor.gapOf'))}
          </>
        )}
      </span>
    </>
  );
}
