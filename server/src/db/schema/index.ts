export * from './accounts';
export * from './attention';
export * from './leases';
export * from './mail';
export * from './money';
export * from './orders';
export * from './shop';
