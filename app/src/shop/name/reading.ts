/** What reads names as people type them, fetched together when it is needed: the tables for that are large. */
export { importLines } from '@tienda/core/basket/importLines';
export { readMoves } from '@tienda/core/transfers/readMoves';
export { lineupItem } from '@tienda/core/names/lineupItem';
