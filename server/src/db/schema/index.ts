export * from './accounts';
export * from './mail';
export * from './money';
export * from './orders';
export * from './shop';
