import { describe, expect, it } from 'vitest';
import { readCss } from './readCss';

describe('what a plan’s own CSS shows to a pointer alone', () => {
  const pointerOnly = (css: string): readonly string[] => readCss(css).pointerOnly;

  it('is told where it is hidden otherwise and neither focus nor a tap shows it', () => {
    expect(pointerOnly('.more { display: none } .card:hover .more { display: block }')).toEqual([
      '.card:hover .more',
    ]);
    expect(pointerOnly('.card .more { opacity: 0 } .card:hover > .more { opacity: 1 }')).toEqual([
      '.card:hover>.more',
    ]);
    expect(pointerOnly('p { max-height: 0 } @media (hover: hover) { p:hover { max-height: 9em } }')).toEqual([
      'p:hover',
    ]);
  });

  it('is not told where focus or a tap shows it too, however that is written', () => {
    const hidden = '.more { visibility: hidden }';
    for (const shown of [
      '.card:hover .more, .card:focus-within .more { visibility: visible }',
      '.card:is(:hover, :focus-within) .more { visibility: visible }',
      '.card:where(:hover, .active) .more { visibility: visible }',
      '.card { &:hover .more { visibility: visible } &:focus-within .more { visibility: inherit } }',
    ])
      expect(pointerOnly(hidden + shown), shown).toEqual([]);
    expect(
      pointerOnly(
        `${hidden} .card:focus-within .more { color: red } .card:hover .more { visibility: visible }`,
      ),
    ).toEqual(['.card:hover .more']);
  });

  it('is not told where nothing hides it, or where pointing only changes how it looks', () => {
    expect(pointerOnly('.card:hover .more { display: block }')).toEqual([]);
    expect(pointerOnly('.more { opacity: 0 } .card:hover .more { color: red }')).toEqual([]);
    expect(pointerOnly('.more { opacity: 0 } .card:hover .more { opacity: 0 }')).toEqual([]);
    expect(pointerOnly('.more { opacity: 0.6 } .card:hover .more { opacity: 1 }')).toEqual([]);
  });

  it('is found in nested rules, and by each selector of a list', () => {
    expect(pointerOnly('.more { opacity: 0 } .card, .tile { &:hover { .more { opacity: 1 } } }')).toEqual([
      '.card:hover .more',
      '.tile:hover .more',
    ]);
  });
});

describe('what a plan’s own CSS makes too small for a finger', () => {
  const small = (css: string) => readCss(css).smallTargets.map(({ selector, pixels }) => [selector, pixels]);

  it('is told of what can be pressed, with its pixels', () => {
    expect(small('.card button { width: 20px; height: 16px } .chips a.x { max-height: 1rem }')).toEqual([
      ['.card button', 16],
      ['.chips a.x', 16],
    ]);
    expect(small('.button:hover { inline-size: 23.5px }')).toEqual([['.button:hover', 23.5]]);
  });

  it('is not told of what is large enough, is hidden by its size, or can’t be pressed', () => {
    expect(
      small('button { height: 24px } a { width: 1px } p { height: 3px } a::before { width: 9px }'),
    ).toEqual([]);
    expect(small('button { height: 50% } a { width: calc(1px + 2px) } a img { height: 9px }')).toEqual([]);
  });
});

it('finds nothing in what is no CSS', () => {
  for (const css of ['', 'a {', '} {', 'a[ { color: red }', '@media { & }', ':is( { width: 2px }'])
    expect(readCss(css), css).toEqual({ pointerOnly: [], smallTargets: [] });
});
