/** Heads of a column that holds names. */
export const nameHeads = /^(domains?|names?|domain names?|urls?|addresses|websites?)$/i;
