/** Types of `postgres.mjs`, for the tests. */
export function crashPostgres(directory: string): void;
export function restartPostgres(directory: string): void;
