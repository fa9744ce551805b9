import { useId } from 'react';
import type { Paper } from '../api/client';
import { PaperDefs, patternId } from './PaperDefs';

/** A small piece of a paper's face. */
export function Swatch({ paper, face = 'A', size = 18 }: { paper: Paper; face?: 'A' | 'B'; size?: number }) {
  const id = useId();
  return (
    <svg width={size} height={size} viewBox="0 0 120 120" className="shrink-0 rounded-[2px]" aria-hidden>
      <PaperDefs picture={id} papers={[paper]} />
      <rect width="120" height="120" fill={`url(#${patternId(id, paper.id, face)})`} stroke="#a5968e" strokeWidth="6" />
    </svg>
  );
}
