import { existsSync, readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { describe, expect, it } from 'vitest';

const root = path.join(import.meta.dirname, '../..');
const read = (file: string): string => readFileSync(path.join(root, file), 'utf8');
const FLOORS: Readonly<Record<string, string>> = {
  core: 'core/src',
  contract: 'contract/src',
  server: 'server/src',
  shop: 'shop/src/app',
  desk: 'desk/src/app',
};

/** Which rooms of a floor import which others; tests aside, which may look anywhere. */
function importsOf(folder: string): Map<string, Set<string>> {
  const base = path.join(root, folder);
  const imports = new Map<string, Set<string>>();
  for (const file of readdirSync(base, { recursive: true, encoding: 'utf8' })) {
    const [room] = file.split(path.sep);
    if (!file.endsWith('.ts') || file.endsWith('.spec.ts') || room === file || room === 'testing') continue;
    const known = imports.get(room) ?? new Set();
    imports.set(room, known);
    for (const [, target] of readFileSync(path.join(base, file), 'utf8').matchAll(/from '(\.[^']+)'/g)) {
      const [other] = path.relative(base, path.join(base, path.dirname(file), target)).split(path.sep);
      if (other !== room) known.add(other);
    }
  }
  return imports;
}

describe('the rooms of a floor', () => {
  it.each(Object.values(FLOORS))('never import each other both ways, types included: %s', (folder) => {
    const imports = importsOf(folder);
    expect(imports.size).toBeGreaterThan(8);
    const both = [...imports].flatMap(([room, others]) =>
      [...others]
        .filter((other) => room < other && imports.get(other)?.has(room))
        .map((other) => [room, other]),
    );
    expect(both).toEqual([]);
  });
});

describe('addresses of the API', () => {
  it.each([FLOORS['desk'], FLOORS['shop']])('stand in the contract alone, not in %s', (folder) => {
    const base = path.join(root, folder);
    const written = readdirSync(base, { recursive: true, encoding: 'utf8' })
      .filter((file) => /\.(ts|html)$/.test(file) && !file.endsWith('.spec.ts'))
      .filter((file) => /['"`(]\/api\//.test(readFileSync(path.join(base, file), 'utf8')));
    expect(written).toEqual([]);
  });
});

describe('the documentation', () => {
  it.each([
    'README.md',
    'CONTRIBUTING.md',
    'docs/architecture.md',
    'docs/glossary.md',
    ...readdirSync(path.join(root, 'docs/decisions')).map((file) => `docs/decisions/${file}`),
  ])('names only what is there: %s', (file) => {
    const named = [
      ...read(file).matchAll(
        /`((?:core|contract|server|shop|desk|tests|scripts|benchmarks|docs)\/[^\s`:*]*)`/g,
      ),
    ]
      .map(([, name]) => name)
      .filter((name) => !name.includes('SUBJECT'));
    if (!file.includes('decisions')) expect(named.length).toBeGreaterThan(4);
    expect(named.filter((name) => !existsSync(path.join(root, name)))).toEqual([]);
  });

  it('lists every room of every floor, and calls each subject by its one name', () => {
    const glossary = read('docs/glossary.md');
    const [, listed] = /one singular name each[^\n]*\n\n([\s\S]*?)\n\n/i.exec(glossary)!;
    const subjects = new Set(listed.split(/,\s+/).map((name) => name.trim()));
    expect(subjects.size).toBeGreaterThan(25);
    for (const [floor, folder] of Object.entries(FLOORS)) {
      const own = new Set(
        (new RegExp(`^- ${floor}: ([^]*?)(?=\\n- |\\n\\n|$(?![^]))`, 'm').exec(glossary)?.[1] ?? '')
          .replace(/\([^)]*\)/g, '')
          .split(/,\s*/)
          .map((name) => name.trim()),
      );
      const rooms = readdirSync(path.join(root, folder), { withFileTypes: true })
        .filter((entry) => entry.isDirectory())
        .map(({ name }) => name);
      expect(
        rooms.filter((room) => !subjects.has(room) && !own.has(room)),
        floor,
      ).toEqual([]);
    }
  });

  it('has a type for each word where it says so', () => {
    const rows = [...read('docs/glossary.md').matchAll(/`(\w+)` in `([^`]+)`/g)];
    expect(rows.length).toBeGreaterThan(12);
    for (const [, type, file] of rows)
      expect(read(file), `${type} in ${file}`).toMatch(new RegExp(`\\b${type}\\b`));
  });
});
