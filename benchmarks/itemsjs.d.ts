/** The part of the peer's interface that the benchmark uses; the package ships no types. */
declare module 'itemsjs' {
  interface Search {
    per_page: number;
    sort: string;
    filters: Record<string, string[]>;
    filter?: (item: { price: number }) => boolean;
  }
  export default function itemsjs(
    items: readonly object[],
    configuration: object,
  ): { search: (search: Search) => { pagination: { total: number } } };
}
