export * from './accounts';
export * from './attention';
export * from './holderChanges';
export * from './leases';
export * from './outgoing';
export * from './money';
export * from './orders';
export * from './shop';
