/** A path with its `:names` filled in, and a query; what is empty is left out. */
export function filled(
  path: string,
  params: Readonly<Record<string, unknown>> = {},
  query: Readonly<Record<string, unknown>> = {},
): string {
  const address = path.replace(/:(\w+)/g, (_, name: string) =>
    encodeURIComponent(String(params[name])),
  );
  const search = new URLSearchParams();
  for (const [name, value] of Object.entries(query))
    if (value !== undefined && value !== null && String(value) !== '')
      search.set(name, String(value));
  return search.size > 0 ? `${address}?${search}` : address;
}
