import { withTables } from './tables';

/** What reads names as people type them: with its tables too large for those who type none. */
export const reading = () => withTables(import('./reading'));
