/** Words of comparisons: of the table, and of the tray that leads there. They come with these alone. */
export interface CompareWords {
  compareNone: string;
  sideBySide: string;
  onlyDifferent: string;
  withoutIt: string;
  clearCompared: string;
  compareWith: string;
  compareNow: (count: number) => string;
  compareFull: string;
}

const EN: CompareWords = {
  compareNone: 'Nothing stands here yet. “Compare” on a product puts it here; up to four stand side by side.',
  sideBySide: 'Side by side',
  onlyDifferent: 'Only what differs',
  withoutIt: 'Take out',
  clearCompared: 'Take all out',
  compareWith: 'Put one of these beside them',
  compareNow: (count) => (count > 1 ? `Compare ${count} products` : 'Choose another to compare it with'),
  compareFull: 'Four products stand side by side at most. Take one out first.',
};

const FR: CompareWords = {
  compareNone: 'Rien ici pour l’instant. « Comparer » y met un produit ; quatre au plus côte à côte.',
  sideBySide: 'Côte à côte',
  onlyDifferent: 'Seulement ce qui diffère',
  withoutIt: 'Retirer',
  clearCompared: 'Tout retirer',
  compareWith: 'Mettre l’un de ceux-ci à côté',
  compareNow: (count) =>
    count > 1 ? `Comparer ${count} produits` : 'Choisissez-en un autre pour le comparer',
  compareFull: 'Quatre produits au plus, côte à côte. Retirez-en un d’abord.',
};

/** English where a language has no words of its own yet. */
export const compareWordsIn = (lang: string): CompareWords => (lang === 'fr' ? FR : EN);
