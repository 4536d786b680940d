import { describe, expect, it } from 'vitest';
import { cssFaults } from './checkCss';

const messages = (css: string): string =>
  cssFaults(css)
    .map(({ line, message }) => `${line}: ${message}`)
    .join('; ');

describe('a plan’s own CSS', () => {
  it('may say anything about its own page, at every width', () => {
    expect(
      cssFaults(`
        h1 { letter-spacing: 0.1em; color: var(--sale); }
        @media (min-width: 640px) { .card:hover { transform: rotate(-1deg) } }
        @supports (display: grid) { .tiles a { position: sticky } }
      `),
    ).toEqual([]);
    expect(cssFaults('')).toEqual([]);
  });

  it('is refused with its line where it can’t be read', () => {
    expect(messages('h1 {\n  color: red;\n')).toMatch(/^1: .*[Uu]nclosed/);
  });

  it('is refused where it reaches beyond the page, fetches, or runs code', () => {
    expect(messages('@import "https://elsewhere.example/x.css";')).toContain('@import');
    expect(messages('@font-face { font-family: X }')).toContain('@font-face');
    expect(messages('\n.a { background: url(https://elsewhere.example/pixel) }')).toMatch(/^2: .*elsewhere/);
    expect(messages('.a { background: URL ("x") }')).toContain('elsewhere');
    expect(messages('.a { position: fixed !important }')).toContain('sticky');
    expect(messages('.a { width: expression(alert(1)) }')).toContain('runs code');
    expect(messages('.a { behavior: none }')).toContain('runs code');
    expect(messages('</style><script>alert(1)</script>')).toContain('<style>');
  });

  it('finds no way round by escapes and variables, but may print what it likes', () => {
    expect(messages('.a { background: u\\72l(x) }')).toContain('escapes');
    expect(messages('.a { --p: fixed; position: var(--p) }')).toContain('sticky');
    expect(messages('.a { p\\6fsition: fixed }')).toContain('escapes');
    expect(cssFaults('.a::before { content: "\\2014 url(x)" } .b { position: sticky }')).toEqual([]);
  });

  it('is told every fault at once', () => {
    expect(cssFaults('@import "a";\n.a { position: fixed }').map(({ line }) => line)).toEqual([1, 2]);
  });
});
