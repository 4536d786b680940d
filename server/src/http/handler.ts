import type { Request, Response } from 'express';
import type { User } from '@fond/contract';
import type {
  AnswerOf,
  BodyOf,
  OperationName,
  OPERATIONS,
  ParamsOf,
  QueryOf,
} from '@fond/contract/operations';
import type { ToldAfterwards } from './toldAfterwards';

/** A checked request. What an operation takes is what its schema let through. */
export interface Call<N extends OperationName = OperationName> {
  params: ParamsOf<N>;
  query: QueryOf<N>;
  body: BodyOf<N>;
  /** Who has signed in; null in operations for others. */
  user: (typeof OPERATIONS)[N] extends { access: 'signed-in' } ? User : null;
  /** Which system asks; null in operations for people. */
  system: (typeof OPERATIONS)[N] extends { access: 'machine' } ? { id: number } : null;
  request: Request;
  response: Response;
}

type Answered<T> = T | ToldAfterwards<T>;

/** Answers with the body; with nothing where the operation has none, or once it has answered by itself. */
export type Handler<N extends OperationName> = (
  call: Call<N>,
) => Answered<AnswerOf<N>> | Promise<Answered<AnswerOf<N>>>;

/** The handlers of some operations; all of them where none are named. */
export type Handlers<N extends OperationName = OperationName> = { readonly [K in N]: Handler<K> };

/** What is known of a call and its handler before the operation is: which one it is, decides at run time. */
export type AnyCall = Omit<Call, 'params' | 'query' | 'body' | 'user' | 'system'> & {
  params: unknown;
  query: unknown;
  body: unknown;
  user: User | null;
  system: { id: number } | null;
};
export type AnyHandler = (call: AnyCall) => unknown;
