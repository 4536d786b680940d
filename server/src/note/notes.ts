import type { Sequelize, Transaction } from 'sequelize';
import type { Note, NoteInput, NoteWords } from '@fond/contract';
import { recordActivity } from '../activity/activity';
import { insertRows, runSql, select } from '../database/rows';
import { inUnit } from '../database/unit';
import { documentIn } from '../database/models';
import { planRow } from '../plan/drafts';
import { problem } from '../problem/problem';

/** Settled ones that are told; older ones stay in the record. */
const MOST_SETTLED = 50;
const NOBODY = 'Somebody who has left';

interface NoteRow {
  id: number;
  plan_id: string;
  place: string;
  sku: string | null;
  aisle: string | null;
  words: string;
  at: Date;
  author: string | null;
  settled_at: Date | null;
  settler: string | null;
}

const NOTES = `SELECT n.id, n.plan_id, n.place, n.sku, n.aisle, n.words, n.at, u.name AS author, n.settled_at, s.name AS settler
  FROM notes n LEFT JOIN users u ON u.id = n.user_id LEFT JOIN users s ON s.id = n.settled_by`;

async function withAnswers(
  sequelize: Sequelize,
  rows: readonly NoteRow[],
  transaction?: Transaction,
): Promise<Note[]> {
  const ids = rows.map(({ id }) => id);
  const answers = ids.length
    ? await select<{ note_id: number; words: string; at: Date; author: string | null }>(
        sequelize,
        `SELECT a.note_id, a.words, a.at, u.name AS author FROM note_answers a LEFT JOIN users u ON u.id = a.user_id
          WHERE a.note_id IN (?) ORDER BY a.id`,
        [ids],
        transaction,
      )
    : [];
  return rows.map((row) => ({
    id: row.id,
    plan: row.plan_id,
    place: row.place,
    sku: row.sku,
    aisle: row.aisle,
    words: row.words,
    by: row.author ?? NOBODY,
    at: new Date(row.at).toISOString(),
    answers: answers
      .filter((answer) => answer.note_id === row.id)
      .map(({ words, at, author }): NoteWords => ({
        words,
        by: author ?? NOBODY,
        at: new Date(at).toISOString(),
      })),
    settled: row.settled_at && {
      by: row.settler ?? NOBODY,
      at: new Date(row.settled_at).toISOString(),
    },
  }));
}

/** Notes on a plan: all that are open, the newest first, and behind them those that were settled last. */
export async function listNotes(sequelize: Sequelize, plan: string): Promise<Note[]> {
  const open = await select<NoteRow>(
    sequelize,
    `${NOTES} WHERE n.plan_id = ? AND n.settled_at IS NULL ORDER BY n.id DESC`,
    [plan],
  );
  const settled = await select<NoteRow>(
    sequelize,
    `${NOTES} WHERE n.plan_id = ? AND n.settled_at IS NOT NULL ORDER BY n.settled_at DESC, n.id DESC LIMIT ${MOST_SETTLED}`,
    [plan],
  );
  return withAnswers(sequelize, [...open, ...settled]);
}

async function readNote(sequelize: Sequelize, id: number, transaction: Transaction): Promise<Note> {
  const rows = await select<NoteRow>(sequelize, `${NOTES} WHERE n.id = ?`, [id], transaction);
  if (!rows.length) throw problem('not-found', 'There is no such note.');
  return (await withAnswers(sequelize, rows, transaction))[0];
}

const record = async (
  { id, plan }: Pick<Note, 'id' | 'plan'>,
  action: string,
  userId: number,
  transaction: Transaction,
): Promise<void> => {
  const { name } = documentIn(await planRow(plan, transaction));
  const subject = action === 'note' ? `plan:${plan}` : `note:${id}`;
  await recordActivity({ userId, action, subject, detail: { name, plan } }, transaction);
};

export const writeNote = (sequelize: Sequelize, input: NoteInput, userId: number): Promise<Note> =>
  inUnit(sequelize, async (transaction) => {
    const { plan, place, sku, aisle, words } = input;
    await planRow(plan, transaction);
    if (sku !== null) {
      const [known] = await select(sequelize, 'SELECT id FROM products WHERE sku = ?', [sku], transaction);
      if (!known)
        throw problem('bad-input', 'Nothing was noted.', [
          { path: 'sku', message: `“${sku}” is no article number of the catalogue` },
        ]);
    }
    await insertRows(
      sequelize,
      'notes',
      ['plan_id', 'place', 'sku', 'aisle', 'words', 'at', 'user_id'],
      [[plan, place, sku, aisle, words, new Date(), userId]],
      transaction,
    );
    const [{ id }] = await select<{ id: number }>(
      sequelize,
      'SELECT CAST(LAST_INSERT_ID() AS SIGNED) AS id',
      [],
      transaction,
    );
    await record({ id, plan }, 'note', userId, transaction);
    return readNote(sequelize, id, transaction);
  });

/** Whoever answers has something to say, so the note is open again. */
export const answerNote = (sequelize: Sequelize, id: number, words: string, userId: number): Promise<Note> =>
  inUnit(sequelize, async (transaction) => {
    const note = await readNote(sequelize, id, transaction);
    await insertRows(
      sequelize,
      'note_answers',
      ['note_id', 'words', 'at', 'user_id'],
      [[id, words, new Date(), userId]],
      transaction,
    );
    await runSql(
      sequelize,
      'UPDATE notes SET settled_at = NULL, settled_by = NULL WHERE id = ?',
      [id],
      transaction,
    );
    await record(note, 'answer', userId, transaction);
    return readNote(sequelize, id, transaction);
  });

export const settleNote = (
  sequelize: Sequelize,
  id: number,
  settled: boolean,
  userId: number,
): Promise<Note> =>
  inUnit(sequelize, async (transaction) => {
    const note = await readNote(sequelize, id, transaction);
    // Twice pressed is once done; who settled it first has settled it.
    if ((note.settled !== null) === settled) return note;
    await runSql(
      sequelize,
      'UPDATE notes SET settled_at = ?, settled_by = ? WHERE id = ?',
      settled ? [new Date(), userId, id] : [null, null, id],
      transaction,
    );
    await record(note, settled ? 'settle' : 'open-again', userId, transaction);
    return readNote(sequelize, id, transaction);
  });
