export * from './session';
export * from './staff';
