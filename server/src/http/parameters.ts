/** The parameters of an address's query, decoded once; repeated ones joined by a comma. */
export function readParameters(address: string): Record<string, string> {
  // Without a prototype, as shoppers name the keys.
  const parameters = Object.create(null) as Record<string, string>;
  const query = address.indexOf('?');
  if (query < 0) return parameters;
  for (const [key, value] of new URLSearchParams(address.slice(query)))
    parameters[key] = key in parameters ? `${parameters[key]},${value}` : value;
  return parameters;
}
