import { type ListingState, addressOf } from '../address/address';
import { type LinkModel, aisleLink, hrefOf, linkTo } from '../address/link';
import { type BadgeSettings, type DrawnBadge, badgeLookOf } from '../badge/rule';
import type { CardImage } from '../card/card';
import { type Aisle, groundOf } from '../catalogue/aisles';
import { PLAIN_FACE } from '../catalogue/rows';
import type { Snapshot } from '../catalogue/snapshot';
import { tagTitle } from '../facet/tagTitle';
import { BREAKPOINTS, type Breakpoints } from '../width/frame';
import { RENDITION_WIDTHS } from '../width/renditions';
import { type Look, USUAL_LOOK, lookVariables } from '../look/look';
import { fontFilesOf } from '../look/typeRole';
import type { Edition, Plan } from '../plan/plan';
import { plainText } from '../text/plainText';
import { type Lang, textIn } from '../text/texts';
import type { NavigationItem, PageMeta, ShopFrame } from './pageModel';

/** Links to aisles with the count of all products on and below them. */
export function navigationOf(
  snapshot: Snapshot,
  aisles: readonly Aisle[],
  current: Aisle | null,
  lang: Lang,
  hideEmpty: boolean,
): NavigationItem[] {
  const line = new Set<Aisle>();
  for (let at = current && groundOf(current); at; at = at.parent) line.add(at);
  const items: NavigationItem[] = [];
  for (const aisle of aisles) {
    const { title, href, count } = aisleLink(snapshot, aisle, lang);
    if (count === 0 && hideEmpty) continue;
    items.push({ title, href, count, current: line.has(aisle), colour: aisle.colour });
  }
  return items;
}

/** Home, the aisles above, the aisle itself. */
export function trailOf(snapshot: Snapshot, aisle: Aisle, lang: Lang): LinkModel[] {
  const trail: LinkModel[] = [];
  for (let at: Aisle | null = aisle; at; at = at.parent)
    if (at === aisle || !at.closed) trail.unshift(linkTo(snapshot, at, lang));
  const front = snapshot.aisles.byKey.get('front')!;
  if (groundOf(aisle) !== front) trail.unshift(linkTo(snapshot, front, lang));
  return trail;
}

export interface FrameRequest {
  lang: Lang;
  edition: Pick<Edition, 'number' | 'version'>;
  current: Aisle | null;
  look: Look;
  /** Null on pages without a plan. */
  badges: BadgeSettings | null;
  /** The plan whose own CSS the page has; null for none. */
  styled: Plan | null;
  /** The page's own state, for its addresses in the other languages. */
  state: ListingState;
  title: string;
  description: string;
  /** Null keeps search engines out. */
  canonical: string | null;
  /** Nothing stands at the address. */
  missing?: boolean;
  kind?: PageMeta['kind'];
  image?: CardImage | null;
}

/** Where a plan's own CSS is served; another edition has another address, so it may be kept for ever. */
const cssPath = ({ id }: Plan, { number, version }: FrameRequest['edition']): string =>
  `/plan-css/${id}.css?v=${number}${version ? `&version=${version}` : ''}`;

/** CSS confined to the content of a page: neither the head nor the foot of the shop can be changed by it. */
export const confinedCss = (css: string): string => `@scope (#main) {\n${css}\n}\n`;

const USUAL = JSON.stringify(USUAL_LOOK);

const lookOf = (look: Look): ShopFrame['look'] =>
  look === USUAL_LOOK || JSON.stringify(look) === USUAL
    ? null
    : {
        variables: lookVariables(look),
        fonts: fontFilesOf(look.type),
        dark: look.dark !== null,
        widths: widthsOf(look.breakpoints),
      };

const widthsOf = ({ medium, wide }: Breakpoints): string | null =>
  medium === BREAKPOINTS.medium && wide === BREAKPOINTS.wide ? null : `${medium}-${wide}`;

const ownFonts = new WeakMap<object, readonly string[]>();

/** The families of the shop's own that a plan is written in, or a look. */
function ownFontsIn(written: Plan | Look): readonly string[] {
  let names = ownFonts.get(written);
  if (!names) {
    names = [...new Set(JSON.stringify(written).match(/"own-[a-z0-9-]+-[0-9a-f]{8}"/g))].map(
      (name) => JSON.parse(name) as string,
    );
    ownFonts.set(written, names);
  }
  return names;
}

/** How badges are drawn, by their rule; those that are off are on no card. */
const badgeLooks = (settings: BadgeSettings | null): Readonly<Record<string, DrawnBadge>> =>
  Object.fromEntries(
    (settings?.rules ?? []).filter(({ on }) => on).map((rule) => [rule.id, badgeLookOf(rule)]),
  );

export function shopFrameOf(snapshot: Snapshot, request: FrameRequest): ShopFrame {
  const { lang, current, state } = request;
  const { languages, shopTitles } = snapshot.frame;
  const front = snapshot.aisles.byKey.get('front')!;
  const shop = textIn(shopTitles, lang, languages);
  const face = snapshot.frame.face ?? PLAIN_FACE;
  const links = (kind: Aisle['kind']): LinkModel[] =>
    navigationOf(
      snapshot,
      snapshot.aisles.all.filter((aisle) => aisle.kind === kind),
      current,
      lang,
      true,
    ).map(({ title, href }) => ({ title, href }));
  return {
    lang,
    title: shop,
    logo: face.logo,
    searchHint: textIn(face.searchHints, lang, languages),
    footer: textIn(face.footers, lang, languages),
    tagTitle: tagTitle(snapshot, lang),
    navigation: navigationOf(snapshot, front.children, current, lang, true),
    collections: links('collection'),
    tags: links('tag'),
    languages: languages.map((other) => ({
      lang: other,
      href: addressOf({ ...state, lang: other }, languages[0]),
      current: other === lang,
    })),
    pictureWidths: RENDITION_WIDTHS,
    look: lookOf(request.look),
    badges: badgeLooks(request.badges),
    ownFonts: ownFontsIn(request.styled ?? request.look),
    css: request.styled?.css ? { href: cssPath(request.styled, request.edition) } : null,
    meta: {
      title: request.title && request.title !== shop ? `${request.title} · ${shop}` : shop,
      description: request.description || plainText(textIn(snapshot.frame.shopDescriptions, lang, languages)),
      canonical: request.missing ? null : (request.canonical ?? hrefOf(snapshot, state.path, lang)),
      robots: request.canonical ? 'index,follow' : 'noindex,follow',
      kind: request.kind ?? 'website',
      image: request.image ?? null,
    },
    edition: request.edition.number,
  };
}
