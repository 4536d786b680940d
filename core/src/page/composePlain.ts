import { languageOf, type Snapshot } from '../catalogue/snapshot';
import { USUAL_LOOK } from '../look/look';
import { HOUSE_PLAN_ID } from '../plans/housePlan';
import type { Edition } from '../plans/plan';
import type { AccountModel, MissingModel, ShopFrame } from './pageModel';
import { plainState, shopFrameOf } from './shopFrame';
import { wordsIn } from './words';

/** Where shoppers sign in. */
export const ACCOUNT_PATH = '/account';

const plainFrame = (
  snapshot: Snapshot,
  edition: Edition,
  asked: string | undefined,
  path: string,
  titleIn: (lang: string) => string,
): ShopFrame => {
  const lang = languageOf(snapshot, asked);
  return shopFrameOf(snapshot, {
    lang,
    edition: edition.number,
    current: null,
    // The shop’s own look is the house plan’s.
    look: edition.plans.find(({ id }) => id === HOUSE_PLAN_ID)?.look ?? USUAL_LOOK,
    badges: null,
    styled: null,
    state: plainState(path, lang),
    title: titleIn(lang),
    description: '',
    canonical: null,
  });
};

/** The page behind an address that leads nowhere; it still has the shop around it. */
export const composeMissing = (
  snapshot: Snapshot,
  edition: Edition,
  asked: string | undefined,
): MissingModel => ({
  kind: 'missing',
  frame: plainFrame(snapshot, edition, asked, '/', () => ''),
});

/** The page where a shopper signs in, or sees that they have. */
export const composeAccount = (
  snapshot: Snapshot,
  edition: Edition,
  asked: string | undefined,
  account: Pick<AccountModel, 'shopper' | 'fault' | 'demo'>,
): AccountModel => ({
  kind: 'account',
  frame: plainFrame(snapshot, edition, asked, ACCOUNT_PATH, (lang) => wordsIn(lang).account),
  ...account,
});
