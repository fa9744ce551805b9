import type { Paper, Scene } from '../../api/client';
import { toInches } from '../../parts/length';
import { margin, ScenePicture } from '../../parts/ScenePicture';

interface Props {
  scene: Scene;
  papers: readonly Paper[];
  /** The scale 1 : n. */
  n: number;
}

/** Nine points, the smallest text on a printed picture. */
const textInches = 9 / 72;

/** A picture that comes out of the printer at exactly 1 : n, its text readable at arm's length. */
export function ToScale({ scene, papers, n }: Props) {
  const width = (toInches(scene.size.width) + margin * 2) / n;
  return (
    <ScenePicture
      scene={scene}
      papers={papers}
      textHeight={textInches * n}
      className="shrink-0"
      style={{ width: `${width}in` }}
    />
  );
}
