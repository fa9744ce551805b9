import type { Kit, KitAnswer } from '../api/client';
import { sideOf } from './kitContext';
import type { Marked } from './Pick';
import { Swatch } from './Swatch';

/** A paper with the face of it that shows. */
export type PaperFace = `${'A' | 'B'} ${string}`;

export const paperFace = (paper: string, face: 'A' | 'B' = 'A'): PaperFace => `${face} ${paper}`;

/** The paper and the face that a choice among the faces of a kit's papers means. */
export const ofFace = (chosen: PaperFace) => ({ paper: chosen.slice(2), face: chosen.startsWith('B') ? 'B' : 'A' }) as const;

/** Every face of every paper of a kit. */
export const paperFaces = (kit: Kit, answer: KitAnswer | null): Marked<PaperFace>[] =>
  (kit.papers ?? []).flatMap((paper) =>
    (paper.faceB ? (['A', 'B'] as const) : (['A'] as const)).map((face) => ({
      value: paperFace(paper.id, face),
      name: paper.faceB ? `${paper.name}, ${sideOf(answer, paper.id, face)}` : paper.name,
      mark: <Swatch paper={paper} face={face} />,
    })),
  );
