import { XMLBuilder } from 'fast-xml-parser';

/** An element: attributes begin with `@`, its text is `#`, lists repeat an element. */
export interface XmlElement {
  readonly [name: string]: string | undefined | XmlElement | readonly XmlElement[];
}

const builder = new XMLBuilder({
  ignoreAttributes: false,
  attributeNamePrefix: '@',
  textNodeName: '#',
  suppressEmptyNode: true,
});

/** The whole address of a page. @param root Address of the shop, without a slash at its end. */
export const inShop = (root: string, href: string): string => (href === '/' ? root : root + href);

/** An XML document of one element. */
export const xmlOf = (root: XmlElement): string =>
  `<?xml version="1.0" encoding="UTF-8"?>\n${builder.build(root)}`;
