export * from './classes';
export * from './groups';
export * from './roll';
export * from './roster';
