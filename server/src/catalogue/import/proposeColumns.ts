import type { ImportMapping, ProductField } from '@fond/contract';
import type { ColumnPlan } from './columns';
import { spelling } from './findings';

/** What other systems call the columns of a product file: words of the trade in the languages that its files come in. */
const CALLED: Readonly<Record<ProductField, readonly string[]>> = {
  sku: [
    'article',
    'article number',
    'article no',
    'item number',
    'item no',
    'product code',
    'product id',
    'code',
    'ref',
    'référence',
    'artikelnummer',
    'artikelnr',
    'artikel nr',
    'código',
    'codice',
  ],
  title: [
    'name',
    'product name',
    'product title',
    'designation',
    'désignation',
    'nom',
    'titre',
    'bezeichnung',
    'artikelname',
    'produktname',
    'nombre',
    'nome',
  ],
  category: [
    'categories',
    'category path',
    'product category',
    'department',
    'catégorie',
    'kategorie',
    'warengruppe',
    'categoría',
    'categoria',
  ],
  price: [
    'sales price',
    'selling price',
    'unit price',
    'retail price',
    'prix',
    'prix ttc',
    'preis',
    'verkaufspreis',
    'vk',
    'precio',
    'prezzo',
  ],
  was: [
    'old price',
    'list price',
    'compare price',
    'regular price',
    'rrp',
    'prix barré',
    'ancien prix',
    'uvp',
    'statt preis',
  ],
  currency: ['currency code', 'devise', 'währung', 'moneda', 'valuta'],
  created: [
    'created at',
    'date added',
    'added',
    'available since',
    'date de création',
    'angelegt am',
    'erstellt',
  ],
  stock: [
    'quantity',
    'qty',
    'stock level',
    'in stock',
    'on hand',
    'inventory',
    'quantité',
    'bestand',
    'lagerbestand',
    'menge',
  ],
  featured: ['highlight', 'recommended', 'empfohlen', 'mis en avant'],
  rating: ['average rating', 'stars', 'note', 'bewertung'],
  ratings: ['reviews', 'review count', 'number of ratings', 'avis', 'bewertungen'],
  sold: ['units sold', 'sales', 'quantity sold', 'ventes', 'verkauft'],
  description: [
    'long description',
    'product description',
    'body',
    'beschreibung',
    'descripción',
    'descrizione',
  ],
  image: ['images', 'picture', 'pictures', 'photo', 'photos', 'image url', 'bild', 'bilder', 'imagen'],
  tags: ['tag', 'keywords', 'labels', 'schlagworte', 'mots clés', 'étiquettes'],
  collections: ['collection', 'kollektion'],
  slug: ['url', 'handle', 'permalink', 'address', 'adresse'],
};

const FIELD_OF = new Map(
  (Object.keys(CALLED) as ProductField[]).flatMap((field) =>
    CALLED[field].map((name): [string, ProductField] => [spelling(name), field]),
  ),
);

/**
 * What columns that would become new attributes seem to hold, by their names. It is proposed only: by itself, a column
 * with any other name than a field's is an attribute.
 */
export function proposeColumns(columns: readonly ColumnPlan[]): ImportMapping {
  const taken = new Set(columns.flatMap((column) => (column.use === 'field' ? [column.field] : [])));
  const proposed: [string, ImportMapping[string]][] = [];
  for (const column of columns) {
    if (column.use !== 'attribute' || column.known) continue;
    const field = FIELD_OF.get(spelling(column.label));
    if (!field || taken.has(field)) continue;
    taken.add(field);
    proposed.push([column.name, { use: 'field', field }]);
  }
  return Object.fromEntries(proposed);
}
