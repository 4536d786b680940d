import type { Sequelize } from 'sequelize';
import { select } from '../../database/rows';

const TOGETHER = 500;
/** Names that are told apart; of more, the rest is not looked for. */
const MOST = 200_000;
const NAMED = 3;

/** Pictures that a file names, held against those of the library. */
export class PictureNames {
  private readonly seen = new Set<string>();
  private open: string[] = [];
  private addresses = 0;
  private there = 0;
  private readonly missing: string[] = [];
  private absent = 0;

  constructor(private readonly sequelize: Sequelize) {}

  async see(names: readonly string[]): Promise<void> {
    for (const name of names) {
      if (this.seen.has(name) || this.seen.size >= MOST) continue;
      this.seen.add(name);
      this.open.push(name);
    }
    if (this.open.length >= TOGETHER) await this.look();
  }

  private async look(): Promise<void> {
    const some = this.open.splice(0);
    if (!some.length) return;
    const rows = await select<{ source: string }>(
      this.sequelize,
      'SELECT source FROM pictures WHERE source IN (?)',
      [some],
    );
    const known = new Set(rows.map(({ source }) => source));
    this.there += known.size;
    for (const name of some) {
      if (known.has(name)) continue;
      if (/^https?:\/\//i.test(name)) this.addresses++;
      else {
        this.absent++;
        if (this.missing.length < NAMED) this.missing.push(name);
      }
    }
  }

  /** How many are there, in sentences. */
  async notices(): Promise<string[]> {
    await this.look();
    const { there, absent, addresses, missing } = this;
    if (!this.seen.size) return [];
    const more = absent > missing.length ? ', …' : '';
    return [
      `The file names ${pictures(there + absent + addresses)}; ${there} ${there === 1 ? 'is' : 'are'} in the library.`,
      ...(absent
        ? [
            `${pictures(absent)} ${absent === 1 ? 'is' : 'are'} not there (${missing.join(', ')}${more}): upload ${absent === 1 ? 'it' : 'them'} under Pictures by the same name, and the products show ${absent === 1 ? 'it' : 'them'} at once.`,
          ]
        : []),
      ...(addresses
        ? [
            `${addresses === 1 ? '1 is an address' : `${addresses} are addresses`} on the web: noted, and shown as “No picture yet” until they are fetched under Pictures, from hosts that an owner allows.`,
          ]
        : []),
    ];
  }
}

const pictures = (count: number): string => (count === 1 ? '1 picture' : `${count} pictures`);
