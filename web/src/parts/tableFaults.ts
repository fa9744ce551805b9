import { ApiError } from '../api/client';

/** What is wrong with a table, row by row where that is said. */
export const tableFaults = (error: Error): string =>
  error instanceof ApiError && Object.keys(error.errors).length > 0
    ? Object.values(error.errors).slice(0, 8).join(' ')
    : error.message;
