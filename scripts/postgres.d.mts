/** Types of `postgres.mjs`, for the tests. */
export function restartPostgres(directory: string): void;
