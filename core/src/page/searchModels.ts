import { targetHref } from '../address/link';
import { PAGE_ROOMS, sizesOf } from '../layout/room';
import { USUAL_PROMOTION } from '../plan/fixtures';
import { usual } from '../plan/housePlan';
import { shelfOf, type Shelf } from '../plan/plan';
import { NO_SEARCH_RULES, type Ladder, type Rung } from '../clause/searchRules';
import { textIn } from '../text/texts';
import { wordsIn } from '../words/words';
import type { Composer } from './composer';
import { promotionModel } from './frameModels';
import type { AnswerModel, NothingModel, PromotionModel } from './pageModel';

/** What the shop says to a query, above what it finds; null where it says nothing. */
export function answerModel({ answer, request, state, snapshot, plan }: Composer): AnswerModel | null {
  const sought = request.matches?.instead;
  const words = wordsIn(state.lang);
  const respelt = sought?.by === 'spelling' ? words.respelt(state.q, sought.text) : '';
  const instead = sought?.by === 'weakest' ? words.without(state.q, sought.without) : respelt;
  const { heading = '', words: said = '', link = null, picture = null } = answer ?? {};
  if (!instead && !heading && !said && !link && !picture) return null;
  return {
    instead,
    ...(sought && { sought }),
    heading,
    words: said,
    link: link && { title: link.label, href: targetHref({ snapshot, lang: state.lang }, link.address) },
    picture,
    sizes: sizesOf(PAGE_ROOMS, plan.look),
  };
}

/** What stands on an empty shelf: the last two rungs of the shop's ladder, and what else is in reach. */
export function nothingModel(composer: Composer, shelf: Shelf): NothingModel {
  const { snapshot, state } = composer;
  const { nothing } = snapshot.frame.search ?? NO_SEARCH_RULES;
  const isOn = (rung: Rung): boolean => nothing.rungs.some((one) => one.rung === rung && one.on);
  const at = (rung: Rung): number => nothing.rungs.findIndex((one) => one.rung === rung);
  const own = isOn('words') ? nothing.words.find(({ lang }) => lang === state.lang) : undefined;
  return {
    heading: own?.heading ?? '',
    words: own?.words ?? '',
    links: [
      ...wholeShopLink(composer),
      ...(own?.links ?? []).map(({ label, address }) => ({
        title: label,
        href: targetHref({ snapshot, lang: state.lang }, address),
      })),
    ],
    shelf: isOn('range') ? chosenShelf(composer, shelf, nothing) : null,
    shelfFirst: at('range') < at('words'),
  };
}

/** The products of the shop's choice, as a shelf beside the empty one. */
function chosenShelf(composer: Composer, shelf: Shelf, nothing: Ladder): PromotionModel | null {
  const { snapshot, aisle, plan, state, context, badges } = composer;
  const { range, rangeHeading } = nothing;
  if (range === null) return null;
  return promotionModel(
    { snapshot, aisle, plan, lang: state.lang, context, badges },
    {
      ...usual('nothing'),
      ...USUAL_PROMOTION,
      range,
      heading: { ...rangeHeading, [state.lang]: textIn(rangeHeading, state.lang, snapshot.frame.languages) },
      form: 'grid',
      columns: { wide: 4, medium: 3, narrow: 2 },
      gap: shelf.gap,
      most: 8,
      levels: [
        { key: 'named', reversed: false },
        { key: 'sold', reversed: false },
      ],
    },
    shelfOf(plan),
  );
}

/** From a search within an aisle to that in the whole shop, where that finds something. */
function wholeShopLink({ aisle, request, snapshot, state }: Composer): NothingModel['links'] {
  const count = request.matches?.places.length ?? 0;
  const search = snapshot.aisles.byKey.get('search');
  if (aisle.kind === 'search' || !state.q || !count || !search) return [];
  const address = `${search.path}?q=${encodeURIComponent(state.q)}`;
  return [
    {
      title: wordsIn(state.lang).wholeShop(count),
      href: targetHref({ snapshot, lang: state.lang }, address),
    },
  ];
}
