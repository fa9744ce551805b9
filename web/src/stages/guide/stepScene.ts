import type { KitAnswer, Mark, Scene, Step } from '../../api/client';

interface StepScene {
  scene: Scene;
  only?: ReadonlySet<string>;
  strong?: ReadonlySet<string>;
  over?: readonly Mark[];
}

/** The scene of a step and which of its marks belong to it; null for a step without a picture. */
export function sceneOf(answer: KitAnswer, step: Step): StepScene | null {
  if (step.kind === 'cut') {
    const sheet = answer.eachKit.pictures.find((p) => p.paper === step.paper && p.pattern === step.pattern);
    return sheet ? { scene: sheet.picture } : null;
  }
  const layout = answer.layouts.find((l) => l.id === step.layout);
  if (!layout) return null;
  if (step.picture) {
    const fresh = new Set(step.picture.new);
    return {
      scene: layout.picture,
      only: new Set([...step.picture.down, ...fresh]),
      strong: fresh,
      over: step.picture.dimensions,
    };
  }
  if (step.kind === 'dry-layout') return { scene: layout.picture };
  if (step.pieces.length === 0) return null;
  return { scene: layout.picture, strong: new Set(step.pieces) };
}
