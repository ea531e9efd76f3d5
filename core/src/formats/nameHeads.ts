/** Heads of a column that holds names. */
export const nameHeads =
  /^(domains?|names?|domain names?|urls?|addresses|websites?|nombres?|dominios?|nombres? de dominio|direcci[oó]n(es)?|sitios?( web)?)$/i;
