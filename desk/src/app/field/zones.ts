/** Time zones by the part of the world they are in, as people look for them. */
export interface ZoneGroup {
  region: string;
  zones: readonly { zone: string; place: string }[];
}

/** `Pacific/Auckland` stands as “Auckland” under “Pacific”; UTC first, by itself. */
export function zoneGroups(zones: readonly string[] = Intl.supportedValuesOf('timeZone')): ZoneGroup[] {
  const groups = new Map<string, { zone: string; place: string }[]>([
    ['Everywhere', [{ zone: 'UTC', place: 'UTC' }]],
  ]);
  for (const zone of zones) {
    const [region, ...rest] = zone.split('/');
    if (!rest.length) continue;
    const place = rest.join(', ').replaceAll('_', ' ');
    const known = groups.get(region);
    if (known) known.push({ zone, place });
    else groups.set(region, [{ zone, place }]);
  }
  return [...groups].map(([region, of]) => ({
    region,
    zones: of.sort((a, b) => a.place.localeCompare(b.place, 'en')),
  }));
}
