import '@testing-library/jest-dom/vitest';
import { cleanup } from '@testing-library/react';
import { afterEach } from 'vitest';
import './words/words';

afterEach(cleanup);

globalThis.ResizeObserver = class {
  observe() {}
  unobserve() {}
  disconnect() {}
};
