/** What is said of an empty shelf; in English where a language has no words of its own. */
export interface NothingWords {
  nothing: string;
  nothingHint: string;
  nothingYet: string;
  nothingFound: (q: string) => string;
  otherShelves: string;
}

const ENGLISH: NothingWords = {
  nothing: 'Nothing on this shelf',
  nothingHint: 'Take away a filter, or look at the whole aisle.',
  nothingYet: 'Something will stand here soon.',
  nothingFound: (q) => `We found nothing for “${q}”. Try fewer words, or another one for the same thing.`,
  otherShelves: 'Other shelves',
};

const WORDS: Readonly<Record<string, NothingWords>> = {
  en: ENGLISH,
  fr: {
    nothing: 'Rien sur cette étagère',
    nothingHint: 'Retirez un filtre, ou regardez tout le rayon.',
    nothingYet: 'Bientôt, quelque chose viendra ici.',
    nothingFound: (q) => `Nous n’avons rien trouvé pour « ${q} ». Essayez moins de mots, ou un autre.`,
    otherShelves: 'Autres rayons',
  },
};

export const nothingWordsIn = (lang: string): NothingWords => WORDS[lang] ?? ENGLISH;
