/** Words of pages that no plan makes: the account, and where nothing stands. They come with these pages alone. */
export interface PlainWords {
  missing: string;
  missingHint: string;
  missingSearch: string;
  gone: string;
  goneHint: string;
  account: string;
  signIn: string;
  signOut: string;
  signedInAs: (name: string) => string;
  email: string;
  password: string;
  refused: string;
  tooMany: string;
  demoShopper: string;
}

const EN: PlainWords = {
  missing: 'There is nothing at this address',
  missingHint: 'It may have moved, or it was never here. The shelves are all still open.',
  missingSearch: 'Search the shop for it',
  gone: 'What stood here has been taken away',
  goneHint: 'It is not in the shop any more. The shelves are all still open.',
  account: 'Your account',
  signIn: 'Sign in',
  signOut: 'Sign out',
  signedInAs: (name) => `You are signed in as ${name}.`,
  email: 'Email',
  password: 'Password',
  refused: 'That email and password don’t go together. Check both and try again.',
  tooMany: 'That was tried too often. Wait a quarter of an hour, then try again.',
  demoShopper: 'To try it, sign in as',
};

const FR: PlainWords = {
  missing: 'Il n’y a rien à cette adresse',
  missingHint: 'La page a peut-être déménagé. Les rayons, eux, sont tous ouverts.',
  missingSearch: 'La chercher dans la boutique',
  gone: 'Ce qui était ici a été retiré',
  goneHint: 'Ce n’est plus dans la boutique. Les rayons sont tous ouverts.',
  account: 'Votre compte',
  signIn: 'Se connecter',
  signOut: 'Se déconnecter',
  signedInAs: (name) => `Vous êtes connecté en tant que ${name}.`,
  email: 'E-mail',
  password: 'Mot de passe',
  refused: 'Cet e-mail et ce mot de passe ne vont pas ensemble. Vérifiez les deux et réessayez.',
  tooMany: 'Trop de tentatives. Attendez un quart d’heure, puis réessayez.',
  demoShopper: 'Pour essayer, connectez-vous avec',
};

/** English where a language has no words of its own yet. */
export const plainWordsIn = (lang: string): PlainWords => (lang === 'fr' ? FR : EN);
