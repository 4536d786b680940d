import type { Texts } from '@fond/core';

export interface TextRow {
  id: number;
  lang: string;
  title: string;
  description: string;
}

/** Both texts of each id, by language. */
export class TextBook {
  private readonly titles = new Map<number, Record<string, string>>();
  private readonly descriptions = new Map<number, Record<string, string>>();

  constructor(rows: readonly TextRow[]) {
    for (const row of rows) {
      put(this.titles, row.id, row.lang, row.title);
      if (row.description) put(this.descriptions, row.id, row.lang, row.description);
    }
  }

  of(id: number): { titles: Texts; descriptions: Texts } {
    return { titles: this.titles.get(id) ?? {}, descriptions: this.descriptions.get(id) ?? {} };
  }
}

function put(map: Map<number, Record<string, string>>, id: number, lang: string, text: string): void {
  const known = map.get(id);
  if (known) known[lang] = text;
  else map.set(id, { [lang]: text });
}
