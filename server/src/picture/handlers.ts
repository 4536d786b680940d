import type { Handlers } from '../http/handler';
import type { Services } from '../services';
import { pictureReport } from './renditions';
import { keepUploaded } from './uploadPicture';

type Own = 'pictures' | 'makeRenditions' | 'uploadPicture';

/** Pictures, and the sizes that are made of them. */
export const pictureHandlers = ({ host, pictures, renditions }: Services): Handlers<Own> => ({
  pictures: () => {
    const { snapshot, edition } = host.serving();
    return pictureReport(snapshot, edition, renditions);
  },
  makeRenditions: ({ user }) => renditions.start(user.id),
  uploadPicture: ({ request }) => keepUploaded(pictures, request.file),
});
