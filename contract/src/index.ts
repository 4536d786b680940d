export * from './jobs';
export * from './plans';
export * from './problem';
export * from './session';
