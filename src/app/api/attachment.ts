/** A file to be saved by the browser: named after what it holds, never sniffed. */
export function attachment(text: string, name: string, ending: string, type: string): Response {
  const plain = name
    .normalize('NFKD')
    .replace(/[^A-Za-z0-9]+/g, '-')
    .replace(/^-|-$/g, '')
    .toLowerCase();
  return new Response(text, {
    headers: {
      'content-type': `${type}; charset=utf-8`,
      'content-disposition': `attachment; filename="${plain || 'export'}.${ending}"`,
      'x-content-type-options': 'nosniff',
    },
  });
}
