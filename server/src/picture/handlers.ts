import type { Handlers } from '../http/handler';
import type { Services } from '../services';
import { thenServe } from '../serving/served';
import { keepPicture, pictureLibrary } from './library';
import { pictureReport } from './renditions';
import { keepUploaded } from './uploadPicture';

type Own = 'pictures' | 'makeRenditions' | 'uploadPicture' | 'pictureLibrary' | 'keepPicture';

/** Pictures, and the sizes that are made of them. */
export const pictureHandlers = ({ sequelize, host, pictures, renditions }: Services): Handlers<Own> => ({
  pictures: () => {
    const { snapshot, edition } = host.serving();
    return pictureReport(snapshot, edition, renditions);
  },
  makeRenditions: ({ user }) => renditions.start(user.id),
  pictureLibrary: ({ query }) => pictureLibrary(sequelize, query),
  keepPicture: ({ request, user }) =>
    thenServe(host, keepPicture(sequelize, pictures, request.file, user.id)),
  uploadPicture: ({ request }) => keepUploaded(pictures, request.file),
});
