export * from './items';
export * from './search';
export * from './shelves';
