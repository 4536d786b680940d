import type { EditionContent, Layers } from '@fond/core';
import { EditionModel, editionOf, layersOf } from '../database/models';
import { namedPlan } from '../text/namedPlan';
import type { EditionNote } from '../database/editionNote';

export function noteOf(
  content: EditionContent,
  { campaigns }: Layers,
  before: EditionContent | null,
): EditionNote {
  const known = new Map(before?.documents.map((document) => [document.id, JSON.stringify(document)]) ?? []);
  return {
    plans: content.documents.map(namedPlan),
    campaigns: campaigns.map(namedPlan),
    changed: content.documents
      .filter((document) => known.get(document.id) !== JSON.stringify(document))
      .map(({ id }) => id),
  };
}

/** Editions of earlier releases have no summary yet; they get it once. */
export async function summariseEarlier(): Promise<void> {
  const missing = await EditionModel.findAll({
    where: { summary: null },
    attributes: ['number'],
    order: [['number', 'ASC']],
  });
  let before: EditionContent | null = null;
  for (const { number } of missing) {
    const row = (await EditionModel.findByPk(number))!;
    const content = editionOf(row);
    await row.update({ summary: noteOf(content, layersOf(row), before) });
    before = content;
  }
}
