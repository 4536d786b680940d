import type { Handlers } from '../http/handler';
import type { Services } from '../services';
import { thenServe } from '../serving/served';
import { fetchPictures } from './fetch/fetchJob';
import { setPictureHosts, waitingHosts } from './fetch/hosts';
import {
  describePicture,
  forgetPicture,
  keepPicture,
  pictureLibrary,
  pictureUses,
  replacePicture,
} from './library';
import { pictureReport } from './renditions';
import { keepUploaded } from './uploadPicture';

type Own =
  | 'pictures'
  | 'makeRenditions'
  | 'uploadPicture'
  | 'pictureLibrary'
  | 'keepPicture'
  | 'pictureUses'
  | 'namePicture'
  | 'describePicture'
  | 'forgetPicture'
  | 'pictureHosts'
  | 'setPictureHosts'
  | 'fetchPictures';

/** Pictures, and the sizes that are made of them. */
export const pictureHandlers = ({
  sequelize,
  host,
  jobs,
  pictures,
  renditions,
}: Services): Handlers<Own> => ({
  pictures: () => pictureReport(sequelize, host.serving(), renditions),
  makeRenditions: ({ user }) => renditions.start(user.id),
  pictureLibrary: ({ query }) => pictureLibrary(sequelize, query),
  keepPicture: ({ request, user }) =>
    thenServe(host, keepPicture(sequelize, pictures, request.file, user.id)),
  pictureUses: ({ query }) => pictureUses(sequelize, query.source),
  namePicture: ({ body, user }) => thenServe(host, replacePicture(sequelize, pictures, body, user.id)),
  describePicture: ({ body, user }) => thenServe(host, describePicture(sequelize, body, user.id)),
  forgetPicture: ({ query, user }) => forgetPicture(sequelize, query.source, user.id),
  pictureHosts: () => waitingHosts(sequelize),
  setPictureHosts: ({ body, user }) => setPictureHosts(sequelize, body.hosts, user.id),
  fetchPictures: ({ user }) =>
    jobs.start(user.id, 'pictures', fetchPictures({ sequelize, pictures, host }, user.id)),
  uploadPicture: ({ request }) => keepUploaded(pictures, request.file),
});
