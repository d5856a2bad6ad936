// The name under which a browser saves what it is given.

/** A `content-disposition` header; letters, digits, spaces, _ and - of the name are kept. */
export function fileName(name: string, ending: string): string {
  const plain =
    name
      .replace(/[^\p{L}\p{N} _-]+/gu, '')
      .trim()
      .slice(0, 60) || 'rig';
  return `attachment; filename*=UTF-8''${encodeURIComponent(plain)}${ending}`;
}
