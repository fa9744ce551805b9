import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import type { Paper } from '../../api/client';
import { useKit } from '../../parts/kitContext';
import { inUnit, readable } from '../../parts/length';
import { Measure } from '../../parts/Measure';
import { NumberField } from '../../parts/NumberField';
import { useCorrection } from '../../parts/useCorrection';

const sides = ['width', 'height'] as const;

/**
 * The offcuts of a paper that lie in the studio; the host’s plan uses them before a new sheet where that saves one. Every change
 * is a movement of the ledger.
 */
export function OffcutList({ paper }: { paper: Paper }) {
  const { t } = useTranslation();
  const { kit, stock } = useKit();
  const [making, setMaking] = useState<{ width: string; height: string } | null>(null);
  const correct = useCorrection();
  const offcuts = stock?.things.find((thing) => thing.isPaper && thing.id === paper.id)?.offcuts ?? [];
  return (
    <div>
      {offcuts.map(({ size, face, count, promised }) => {
        const says = `${readable(size.width)} x ${readable(size.height)}${face ? `, ${t('paperPicture.side', { face })}` : ''}`;
        return (
          <div key={`${size.width}${size.height}${face ?? ''}`} className="flex items-baseline gap-1.5">
            <NumberField
              align="left"
              label={t('offcutList.offcutsOf', { paper: paper.name, says })}
              value={count}
              max={100_000}
              onChange={(n) => n !== null && correct.mutate({ id: paper.id, onHand: n, offcut: size, face: face ?? undefined })}
            />
            {t('offcutList.of', { says })}
            {promised > 0 && <span className="text-[13px] text-soft">{t('offcutList.promisedToOtherKits', { promised })}</span>}
          </div>
        );
      })}
      {making && (
        <div className="flex items-baseline gap-1.5">
          {t('offcutList.oneOf')}
          {sides.map((side, n) => (
            <span key={side}>
              {n > 0 && <span className="text-soft">x </span>}
              <Measure
                align="left"
                label={t(`offcutList.${side}`, { paper: paper.name })}
                value={making[side]}
                onChange={(value) => setMaking({ ...making, [side]: value })}
              />
            </span>
          ))}
          <button
            type="button"
            className="press"
            disabled={correct.isPending}
            onClick={() => correct.mutate({ id: paper.id, onHand: 1, offcut: making }, { onSuccess: () => setMaking(null) })}
          >
            {t('offcutList.itLiesThere')}
          </button>
        </div>
      )}
      {!making && (
        <button
          type="button"
          className="quiet"
          onClick={() => setMaking({ width: inUnit(kit, '4', '100'), height: inUnit(kit, '6', '150') })}
        >
          {offcuts.length ? t('offcutList.another') : t('offcutList.someAreOnHand')}
        </button>
      )}
      {correct.error && (
        <p role="alert" className="text-rust">
          {correct.error.message}
        </p>
      )}
    </div>
  );
}
