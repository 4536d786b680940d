export * from './freePages';
export * from './jobs';
export * from './people';
export * from './plans';
export * from './preview';
export * from './problem';
export * from './redirects';
export * from './session';
