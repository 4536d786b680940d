// Threads don't take over the loader of TypeScript from the process that starts them.
import { register } from 'tsx/esm/api';

register();
const { render } = await import('./renderThread.ts');
export default render;
