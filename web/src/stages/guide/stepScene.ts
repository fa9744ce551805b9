import type { KitAnswer, Mark, Scene, Step } from '../../api/client';
import { toInches } from '../../parts/length';

interface StepScene {
  scene: Scene;
  only?: ReadonlySet<string>;
  strong?: ReadonlySet<string>;
  over?: readonly Mark[];
}

// A name in a box too narrow for it and a measurement: the sentence names the piece.
const isCrowded = (mark: Mark) =>
  mark.mark === 'text' && Math.min(toInches(mark.within.width), toInches(mark.within.height)) < 1.2;

/** The scene of a step and which of its marks belong to it; null for a step without a picture. */
export function sceneOf(answer: KitAnswer, step: Step): StepScene | null {
  if (step.kind === 'cut') {
    const sheet = answer.eachKit.pictures.find((p) => p.paper === step.paper && p.pattern === step.pattern);
    return sheet ? { scene: sheet.picture } : null;
  }
  if (step.apart) return { scene: step.apart };
  const layout = answer.layouts.find((l) => l.id === step.layout);
  if (!layout) return null;
  if (step.picture) {
    const fresh = new Set(step.picture.new);
    return {
      // Of several new pieces each has to bear its name.
      scene: { ...layout.picture, marks: layout.picture.marks.filter((m) => fresh.size > 1 || !isCrowded(m)) },
      only: new Set([...step.picture.down, ...fresh]),
      strong: fresh,
      over: step.picture.dimensions,
    };
  }
  if (step.kind === 'dry-layout') return { scene: layout.picture };
  if (step.pieces.length === 0) return null;
  return { scene: layout.picture, strong: new Set(step.pieces) };
}
