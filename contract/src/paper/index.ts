/** Answering on paper: sheets that are printed, scans that are brought in, and what a person has to look at. */
export * from './printing';
export * from './scans';
export * from './looking';
