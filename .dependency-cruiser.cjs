/** Who may import whom. The folders are the architecture; this file is its law. */
const only = (name, from, allowed, comment) => ({
  name,
  comment,
  severity: 'error',
  from: { path: `^${from}/src`, pathNot: '\\.spec\\.ts$' },
  to: {
    path: '^(core|contract|server|shop|desk|tests|benchmarks|scripts)/',
    pathNot: `^(${allowed.join('|')})/`,
  },
});

/** The rooms of the core, each above those that it may import; what stands here is the order. */
const CORE_ROOMS = [
  'text',
  'width',
  'redirect',
  'clause',
  'look',
  'catalogue',
  'range',
  'address',
  'badge',
  'order',
  'delivery',
  'words',
  'card',
  'cart',
  'plan',
  'search',
  'facet',
  'layout',
  'page',
  'bench',
  'tally',
];

module.exports = {
  forbidden: [
    only('core-stands-alone', 'core', ['core'], 'The core computes; it knows no other layer.'),
    only('contract-knows-core', 'contract', ['contract', 'core'], 'The contract names types of the core.'),
    only(
      'server-layers',
      'server',
      ['server', 'core', 'contract'],
      'The server renders the shop through its built bundle.',
    ),
    only(
      'shop-layers',
      'shop',
      ['shop', 'core', 'contract'],
      'The shop renders a PageModel and nothing else.',
    ),
    only('desk-layers', 'desk', ['desk', 'core', 'contract'], 'The desk talks to the server over HTTP only.'),
    {
      name: 'core-is-pure',
      comment: 'No Node, DOM, Angular or Sequelize in the core: small pure libraries only.',
      severity: 'error',
      from: { path: '^core/src', pathNot: '\\.spec\\.ts$|^core/src/testing/' },
      to: { dependencyTypesNot: ['local'], pathNot: ['^core/', 'node_modules/minisearch'] },
    },
    {
      name: 'shop-imports-types-only',
      comment: 'The shop never computes: it takes types from the core and the contract.',
      severity: 'error',
      from: { path: '^shop/src', pathNot: '\\.spec\\.ts$' },
      to: { path: '^(core|contract)/', dependencyTypesNot: ['type-only'] },
    },
    {
      name: 'no-desk-kit-in-the-shop',
      severity: 'error',
      comment: 'The shop stays small.',
      from: { path: '^shop/' },
      to: { path: 'node_modules/(@angular/material|@ngrx|plotly)' },
    },
    ...CORE_ROOMS.slice(0, -1).map((room, at) => ({
      name: `core-${room}-stands-below`,
      comment: `Types included: ${room} knows nothing of the rooms above it.`,
      severity: 'error',
      from: { path: `^core/src/${room}/`, pathNot: '\\.spec\\.ts$' },
      to: { path: `^core/src/(${CORE_ROOMS.slice(at + 1).join('|')})/` },
    })),
    {
      name: 'core-rooms-are-known',
      comment: 'A new room gets its place in the order of rooms above.',
      severity: 'error',
      from: { path: '^core/src/' },
      to: { path: '^core/src/[^/]+/', pathNot: `^core/src/(testing|${CORE_ROOMS.join('|')})/` },
    },
    {
      name: 'no-cycles',
      severity: 'error',
      comment: 'A cycle, of types too, hides which room a thing belongs to.',
      from: {},
      to: { circular: true },
    },
    {
      name: 'no-lost-imports',
      severity: 'error',
      comment: 'Every import resolves.',
      from: {},
      to: { couldNotResolve: true, pathNot: '^sequelize/lib/' },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: 'dist|\\.angular' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'types', 'default', 'node'],
    },
  },
};
