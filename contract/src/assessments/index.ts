export * from './assembly';
export * from './build';
export * from './shelf';
