export * from './classes';
export * from './groups';
export * from './roster';
export * from './roster-service';
export * from './strips';
