/** How long a payment provider may be silent before a payment that has only been asked for is given up. */
export const paymentPatienceMs = 30 * 60_000;
/** How long anything outside may be silent before a name is given up, or someone is told: less than banks hold money. */
export const longestSilenceMs = 3 * 24 * 3600_000;
