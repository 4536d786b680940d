import { chmod, mkdir } from 'node:fs/promises';
import path from 'node:path';

/** Folders of the application alone. */
const OWN = ['media', 'uploads'];

/**
 * The folder of the database, the pictures and the uploads. What is in it is nobody else's business; the database, which
 * runs as another user, may go through it to its own folder, and see nothing else.
 */
export async function makeDataFolder(data: string): Promise<void> {
  await mkdir(data, { recursive: true });
  await chmod(data, 0o711);
  for (const name of OWN) {
    await mkdir(path.join(data, name), { recursive: true });
    await chmod(path.join(data, name), 0o700);
  }
}
