/** Whether two values of JSON say the same. The order of keys says nothing: what was stored comes back in another. */
export { isEqual as sameValue } from 'es-toolkit/predicate';
