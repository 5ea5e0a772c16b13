/** Rounds: asking a class now, on their own devices, led step by step or at each student's own pace. */
export * from './commands';
export * from './leading';
export * from './pages';
export * from './seat';
