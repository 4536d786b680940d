import type { Handlers } from '../http/handler';
import type { Services } from '../services';
import { answerNote, listNotes, settleNote, writeNote } from './notes';
import { readNews, seeNews } from './news';
import { readWaiting } from './waiting';

type Own = 'notes' | 'writeNote' | 'answerNote' | 'settleNote' | 'waiting' | 'news' | 'seeNews';

/** What merchandisers say to each other, and what waits for each of them. */
export const noteHandlers = ({ sequelize, host }: Services): Handlers<Own> => ({
  notes: ({ query }) => listNotes(sequelize, query.plan),
  writeNote: ({ body, user }) => writeNote(sequelize, body, user.id),
  answerNote: ({ params, body, user }) => answerNote(sequelize, params.id, body.words, user.id),
  settleNote: ({ params, body, user }) => settleNote(sequelize, params.id, body.settled, user.id),
  news: ({ user }) => readNews(sequelize, host.serving(), user.id),
  seeNews: ({ user }) => seeNews(sequelize, user.id),
  waiting: ({ user }) => readWaiting(sequelize, user),
});
