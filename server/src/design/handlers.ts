import type { Handlers } from '../http/handler';
import type { Services } from '../services';
import { deleteDesign, exportDesign, importDesign, keepDesign, listDesigns, renameDesign } from './designs';

type Own = 'designs' | 'keepDesign' | 'renameDesign' | 'deleteDesign' | 'exportDesign' | 'importDesign';

/** Starting points of the shop's own. */
export const designHandlers = ({ sequelize, host, pictures }: Services): Handlers<Own> => ({
  designs: () => listDesigns(),
  keepDesign: ({ body, user }) => keepDesign(sequelize, body, user.id),
  renameDesign: ({ params, body, user }) => renameDesign(sequelize, params.id, body, user.id),
  deleteDesign: ({ params, user }) => deleteDesign(sequelize, params.id, user.id),
  exportDesign: ({ params }) => exportDesign(host.serving().snapshot, params.id),
  importDesign: ({ body, user }) =>
    importDesign({ sequelize, pictures }, host.serving().snapshot, body, user.id),
});
