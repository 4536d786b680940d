/** An answer that can only be told once what was done has been committed and this process serves it. */
export class ToldAfterwards<T = unknown> {
  constructor(readonly tell: () => T | Promise<T>) {}
}
