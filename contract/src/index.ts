export * from './jobs';
export * from './plans';
export * from './preview';
export * from './problem';
export * from './session';
