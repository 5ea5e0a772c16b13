export * from './assembly';
export * from './build';
export * from './copying';
export * from './shelf';
