import type { ReviewFault } from '@fond/core';

/** Words of product pages and of what shoppers say there; they come with these pages alone. */
export interface ProductWords {
  /** Opens the picture as large as the shop has it. */
  larger: (picture: string) => string;
  wholeSize: string;
  reviews: (count: number) => string;
  reviewsOf: (product: string) => string;
  noReviews: string;
  reviewsAway: string;
  allReviews: (count: number) => string;
  writeReview: string;
  starsOf: (stars: number) => string;
  shopAnswers: string;
  backToProduct: string;
  yourStars: string;
  reviewTitle: string;
  reviewText: string;
  /** Before it is sent: under which name, and that somebody reads it first. */
  reviewWaits: (name: string) => string;
  sendReview: string;
  takeReviewBack: string;
  signInToReview: string;
  reviewState: Readonly<Record<'waiting' | 'standing' | 'down', string>>;
  reviewFault: Readonly<Record<ReviewFault | 'too-many', string>>;
}

const EN: ProductWords = {
  larger: (picture) => `${picture}: see it larger`,
  wholeSize: 'Full size',
  reviews: (count) => (count ? `What shoppers say (${count})` : 'What shoppers say'),
  reviewsOf: (product) => `What shoppers say of ${product}`,
  noReviews: 'Nobody has said anything of it yet.',
  reviewsAway: 'What shoppers say can’t be shown for the moment.',
  allReviews: (count) => `Read all ${count}, or write one`,
  writeReview: 'Write a review',
  starsOf: (stars) => (stars === 1 ? '1 star of 5' : `${stars} stars of 5`),
  shopAnswers: 'The shop answers:',
  backToProduct: 'Back to the product',
  yourStars: 'Your stars',
  reviewTitle: 'In a few words (may stay empty)',
  reviewText: 'What you would tell a friend',
  reviewWaits: (name) => `It will stand under the name ${name}, once somebody of the shop has read it.`,
  sendReview: 'Send it',
  takeReviewBack: 'Take my review back',
  signInToReview: 'Sign in to say what you think of it.',
  reviewState: {
    waiting:
      'We have your review. It will stand here once somebody has read it; until then you can change it.',
    standing: 'Your review stands. If you change it, somebody reads it again first.',
    down: 'Your review does not stand in the shop. You can change it and send it again.',
  },
  reviewFault: {
    stars: 'Nothing was sent yet: choose one to five stars.',
    text: 'Nothing was sent yet: write a sentence at least.',
    links: 'Nothing was sent yet: leave addresses of other sites out, please.',
    'too-many': 'Nothing was sent: that was often. Wait an hour, then try again.',
  },
};

const FR: ProductWords = {
  larger: (picture) => `${picture} : l’agrandir`,
  wholeSize: 'Taille réelle',
  reviews: (count) => (count ? `Les avis (${count})` : 'Les avis'),
  reviewsOf: (product) => `Les avis sur ${product}`,
  noReviews: 'Personne n’a encore donné son avis.',
  reviewsAway: 'Les avis ne peuvent pas être affichés pour le moment.',
  allReviews: (count) => `Lire les ${count} avis, ou donner le vôtre`,
  writeReview: 'Donner votre avis',
  starsOf: (stars) => (stars === 1 ? '1 étoile sur 5' : `${stars} étoiles sur 5`),
  shopAnswers: 'La boutique répond :',
  backToProduct: 'Revenir au produit',
  yourStars: 'Vos étoiles',
  reviewTitle: 'En quelques mots (facultatif)',
  reviewText: 'Ce que vous en diriez à un ami',
  reviewWaits: (name) => `Il paraîtra sous le nom de ${name}, après lecture par la boutique.`,
  sendReview: 'L’envoyer',
  takeReviewBack: 'Retirer mon avis',
  signInToReview: 'Connectez-vous pour donner votre avis.',
  reviewState: {
    waiting: 'Nous avons reçu votre avis. Il paraîtra après lecture ; d’ici là vous pouvez le modifier.',
    standing: 'Votre avis est en ligne. Si vous le modifiez, il sera relu avant de reparaître.',
    down: 'Votre avis n’est pas en ligne. Vous pouvez le modifier et l’envoyer à nouveau.',
  },
  reviewFault: {
    stars: 'Rien n’est parti : choisissez de une à cinq étoiles.',
    text: 'Rien n’est parti : écrivez au moins une phrase.',
    links: 'Rien n’est parti : sans adresse d’un autre site, s’il vous plaît.',
    'too-many': 'Rien n’est parti : c’était souvent. Attendez une heure, puis essayez à nouveau.',
  },
};

/** English where a language has no words of its own yet. */
export const productWordsIn = (lang: string): ProductWords => (lang === 'fr' ? FR : EN);
