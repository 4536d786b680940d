import type { Finding } from '@fond/core';
import { textsPlace } from '../wording/textsPlace';

/** Where it is mended: a screen, with what opens there. */
export interface WayOut {
  commands: readonly string[];
  query: Readonly<Record<string, string>>;
  /** What is done there. */
  name: string;
}

/** The place at which a finding is mended. */
export function wayOut(finding: Finding, path: string | null): WayOut {
  const aisle: Readonly<Record<string, string>> = path === null ? {} : { aisle: path };
  const slip = (plan: string, open: string, name: string): WayOut => ({
    commands: ['/plans', plan],
    query: { ...aisle, open },
    name,
  });
  switch (finding.kind) {
    case 'aisle-empty':
    case 'aisle-thin':
    case 'aisle-disputed':
      return { commands: ['/floor'], query: { why: finding.aisle }, name: 'See its plan' };
    case 'aisle-undescribed':
    case 'aisle-double':
    case 'aisle-untranslated':
    case 'description-double': {
      const { link, params = {} } = textsPlace(finding.aisle);
      return { commands: link, query: params, name: 'Write its words' };
    }
    case 'aisle-unlinked':
      return { commands: ['/floor'], query: { why: finding.aisle }, name: 'See where it stands' };
    case 'pins-lost':
      return slip(finding.plan, 'order', 'Open its order');
    case 'product-nowhere':
    case 'product-priceless':
    case 'product-pictureless':
    case 'product-undescribed':
    case 'product-untranslated':
    case 'product-double':
    case 'title-long':
    case 'pictures-wordless':
    case 'reduction-none':
      return { commands: ['/products', finding.sku], query: {}, name: 'Open its sheet' };
    case 'facet-useless':
    case 'facets-alike':
    case 'facets-gone':
      return { commands: ['/plans', finding.plan, 'filters'], query: aisle, name: 'Open its filters' };
    case 'line-bare':
    case 'card-unreadable':
      return { commands: ['/plans', finding.plan, 'card'], query: aisle, name: 'Open its card' };
    case 'badge-unreadable':
    case 'badge-covers':
    case 'badge-idle':
      return { commands: ['/plans', finding.plan, 'badges'], query: {}, name: 'Open its badges' };
    case 'promotion-empty':
      return slip(finding.plan, `fixture:${finding.fixture}`, 'Open the shelf');
    case 'clause-idle':
    case 'clause-gone':
      return slip(
        finding.plan,
        finding.fixture === 'shelf' ? 'range' : `fixture:${finding.fixture}`,
        'Open its range',
      );
    case 'condition-over':
    case 'condition-never':
      return slip(finding.plan, `place:${finding.fixture}`, 'See when it is shown');
    case 'pictures-small':
    case 'pictures-heavy':
      return { commands: ['/pictures'], query: {}, name: 'See the pictures' };
    case 'rows-ragged':
    case 'rows-single':
    case 'page-heavy':
      return slip(finding.plan, 'grid', 'Open its rows');
    case 'pins-gone':
    case 'pins-over':
      return slip(finding.plan, 'order', 'Open its order');
    case 'contrast-low':
      return slip(finding.plan, 'look', 'Open its look');
    case 'css-pointer':
    case 'css-targets':
      return slip(finding.plan, 'look', 'Open its CSS');
    case 'plan-idle':
      return slip(finding.plan, 'reach', 'Open its reach');
    case 'settings-idle':
      return slip(finding.plan, 'base', 'Open what it builds on');
    case 'links-dead':
    case 'texts-missing':
      return { commands: ['/plans', finding.plan], query: aisle, name: 'Open the plan' };
    case 'part-unused':
      return { commands: ['/plans', finding.part], query: {}, name: 'Open the part' };
    case 'range-unused':
    case 'range-stale':
      return { commands: ['/ranges'], query: {}, name: 'Open ranges' };
    case 'blend-unused':
      return { commands: ['/blends'], query: {}, name: 'Open blends' };
    case 'campaign-baseless':
    case 'campaign-idle':
      return { commands: ['/editions'], query: { view: 'calendar' }, name: 'Open the calendar' };
    case 'values-untranslated':
    case 'label-untranslated':
      return { commands: ['/attributes', finding.attribute], query: {}, name: 'Write its words' };
    case 'redirect-loop':
    case 'redirect-chain':
    case 'redirect-dead':
    case 'redirect-hidden':
      return { commands: ['/redirects'], query: {}, name: 'Open redirects' };
    case 'answer-gone':
    case 'answer-over':
      return { commands: ['/search'], query: { part: 'answers', q: finding.query }, name: 'Open the answer' };
  }
}
