import { languageOf, type Snapshot } from '../catalogue/snapshot';
import type { AccountModel, MissingModel, ShopFrame } from './pageModel';
import { plainState, shopFrameOf } from './shopFrame';
import { wordsIn } from './words';

/** Where shoppers sign in. */
export const ACCOUNT_PATH = '/account';

const plainFrame = (
  snapshot: Snapshot,
  edition: number,
  asked: string | undefined,
  path: string,
  titleIn: (lang: string) => string,
): ShopFrame => {
  const lang = languageOf(snapshot, asked);
  return shopFrameOf(snapshot, {
    lang,
    edition,
    current: null,
    state: plainState(path, lang),
    title: titleIn(lang),
    description: '',
    canonical: null,
  });
};

/** The page behind an address that leads nowhere; it still has the shop around it. */
export const composeMissing = (
  snapshot: Snapshot,
  edition: number,
  asked: string | undefined,
): MissingModel => ({
  kind: 'missing',
  frame: plainFrame(snapshot, edition, asked, '/', () => ''),
});

/** The page where a shopper signs in, or sees that they have. */
export const composeAccount = (
  snapshot: Snapshot,
  edition: number,
  asked: string | undefined,
  account: Pick<AccountModel, 'shopper' | 'refused' | 'demo'>,
): AccountModel => ({
  kind: 'account',
  frame: plainFrame(snapshot, edition, asked, ACCOUNT_PATH, (lang) => wordsIn(lang).account),
  ...account,
});
