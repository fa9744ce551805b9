import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import type { Face } from '../../api/client';
import { useKit } from '../../parts/kitContext';
import { inUnit } from '../../parts/length';
import { Measure } from '../../parts/Measure';

type Motifs = NonNullable<Face['motifs']>;

/** Where whole motifs stand on a sheet, as one looks at that side: what is cut there shows them whole. */
export function MotifPlaces({ label, face, onChange }: { label: string; face: Face; onChange: (motifs: Motifs) => void }) {
  const { t } = useTranslation();
  const { kit } = useKit();
  const [open, setOpen] = useState(false);
  const motifs = face.motifs ?? [];
  const set = (at: number, motif: Partial<Motifs[number]>) => onChange(motifs.map((m, i) => (i === at ? { ...m, ...motif } : m)));
  const add = () => {
    const [none, some] = [inUnit(kit, '0', '0'), inUnit(kit, '2', '50')];
    onChange([...motifs, { x: none, y: none, width: some, height: some }]);
    setOpen(true);
  };
  return (
    <span className="flex basis-full flex-col items-start gap-1">
      <span className="flex gap-3">
        {motifs.length > 0 && (
          <button type="button" className="quiet" aria-expanded={open} onClick={() => setOpen(!open)}>
            {t('face.motifs', { count: motifs.length })}
          </button>
        )}
        <button type="button" className="quiet" onClick={add}>
          {t('face.motifAdd')}
        </button>
      </span>
      {open &&
        motifs.map((motif, i) => {
          const n = i + 1;
          return (
            <span key={i} className="flex flex-wrap items-baseline gap-1.5">
              <Measure label={t('face.motifLeft', { n, label })} value={motif.x} onChange={(x) => set(i, { x })} />
              {t('face.fromLeft')}
              <Measure label={t('face.motifTop', { n, label })} value={motif.y} onChange={(y) => set(i, { y })} />
              {t('face.fromTop')}
              <Measure label={t('face.motifWidth', { n, label })} value={motif.width} onChange={(width) => set(i, { width })} />
              x
              <Measure
                align="left"
                label={t('face.motifHeight', { n, label })}
                value={motif.height}
                onChange={(height) => set(i, { height })}
              />
              <button
                type="button"
                className="quiet"
                aria-label={t('face.motifOff', { n, label })}
                onClick={() => onChange(motifs.filter((_, at) => at !== i))}
              >
                {t('face.off')}
              </button>
            </span>
          );
        })}
    </span>
  );
}
