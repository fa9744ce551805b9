export type Light = 'day' | 'dusk';

const key = 'velvet-fold-light';

/** The light the person chose, or the one their system asks for. */
export function currentLight(): Light {
  const chosen = localStorage.getItem(key);
  if (chosen === 'day' || chosen === 'dusk') return chosen;
  return matchMedia('(prefers-color-scheme: dark)').matches ? 'dusk' : 'day';
}

export function applyLight(light: Light = currentLight()) {
  document.documentElement.dataset.light = light;
}

export function switchLight(): Light {
  const next = currentLight() === 'day' ? 'dusk' : 'day';
  localStorage.setItem(key, next);
  applyLight(next);
  return next;
}
