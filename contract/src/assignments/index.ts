export * from './assignments';
export * from './guests';
export * from './recipients';
export * from './wishes';
