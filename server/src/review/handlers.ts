import type { Handlers } from '../http/handler';
import { thenServe } from '../serving/served';
import type { Services } from '../services';
import { answerReview, decideReviews } from './decideReviews';
import { listReviews } from './listReviews';

/** What shoppers say of products, at the desk. */
export const reviewHandlers = ({
  sequelize,
  host,
}: Services): Handlers<'reviews' | 'decideReviews' | 'answerReview'> => ({
  reviews: ({ query }) => listReviews(sequelize, query),
  decideReviews: ({ body, user }) => thenServe(host, decideReviews(sequelize, body, user.id)),
  answerReview: ({ params, body, user }) =>
    thenServe(host, answerReview(sequelize, params.id, body.answer, user.id)),
});
