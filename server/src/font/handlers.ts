import type { Handlers } from '../http/handler';
import type { Services } from '../services';
import { keepFont, listFonts, putFontAway } from './fonts';

type Own = 'fonts' | 'keepFont' | 'putFontAway';

/** Families of type that the shop has brought itself. */
export const fontHandlers = ({ sequelize, host }: Services): Handlers<Own> => {
  const languages = (): readonly string[] => host.serving().snapshot.frame.languages;
  return {
    fonts: () => listFonts(languages()),
    keepFont: ({ request, body, user }) =>
      keepFont(sequelize, languages(), request.file, body.licence, user.id),
    putFontAway: ({ params, body, user }) =>
      putFontAway(sequelize, languages(), params.id, body.away, user.id),
  };
};
