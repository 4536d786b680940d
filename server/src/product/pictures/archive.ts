import { once } from 'node:events';
import type { Readable } from 'node:stream';
import yauzl from 'yauzl';
import { problem } from '../../problem/problem';

const MAX_FILES = 50_000;

const refuse = (message: string): Error =>
  problem('bad-input', 'Nothing was kept.', [{ path: 'file', message }]);

/** An archive that is open; its files are read one by one, in any order. */
export class Archive {
  private constructor(
    private readonly zip: yauzl.ZipFile,
    private readonly entries: ReadonlyMap<string, yauzl.Entry>,
  ) {}

  /** @throws {Problem} `bad-input` where the file is no archive, or holds too many files. */
  static async open(path: string): Promise<Archive> {
    const zip = await new Promise<yauzl.ZipFile>((resolve, reject) => {
      yauzl.open(path, { lazyEntries: true, autoClose: false }, (error, opened) => {
        if (error) reject(refuse('is no ZIP archive that can be opened'));
        else resolve(opened);
      });
    });
    const entries = new Map<string, yauzl.Entry>();
    try {
      await new Promise<void>((resolve, reject) => {
        zip.on('error', () => reject(refuse('is damaged or was not sent whole')));
        zip.on('end', () => resolve());
        zip.on('entry', (entry: yauzl.Entry) => {
          if (!entry.fileName.endsWith('/')) entries.set(entry.fileName, entry);
          if (entries.size > MAX_FILES) reject(refuse(`holds more than ${MAX_FILES} files`));
          else zip.readEntry();
        });
        zip.readEntry();
      });
    } catch (error) {
      zip.close();
      throw error;
    }
    return new Archive(zip, entries);
  }

  get files(): string[] {
    return [...this.entries.keys()];
  }

  /**
   * What a file of it holds.
   *
   * @throws {Error} with a sentence where it is larger than `most` bytes, or damaged.
   */
  async read(file: string, most: number): Promise<Buffer> {
    const entry = this.entries.get(file)!;
    if (entry.uncompressedSize > most)
      throw problem('too-large', `“${file}” has more than ${Math.round(most / 1_048_576)} MB.`);
    const stream = await new Promise<Readable>((resolve, reject) => {
      this.zip.openReadStream(entry, (error, opened) => {
        if (error) reject(problem('bad-input', `“${file}” can’t be unpacked.`));
        else resolve(opened);
      });
    });
    const pieces: Buffer[] = [];
    try {
      // More than the archive says of it is refused by the library.
      for await (const piece of stream as AsyncIterable<Buffer>) pieces.push(piece);
    } catch {
      throw problem('bad-input', `“${file}” is damaged.`);
    }
    return Buffer.concat(pieces);
  }

  async close(): Promise<void> {
    const closed = once(this.zip, 'close');
    this.zip.close();
    await closed;
  }
}
