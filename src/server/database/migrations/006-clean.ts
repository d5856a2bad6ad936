// How step 006 takes control characters out of texts. Its own copy of the rule, frozen with it.

/** Keys under which a text may have several lines. */
const several: ReadonlySet<string> = new Set(['note', 'notes', 'why', 'replaced', 'reason', 'limit', 'recipe']);

/** A text of one line: tabs and line ends become a space, other control characters and halves of a pair of code units go. */
export function cleanLine(text: string): string {
  return orMark(text, text.replace(/[\t\n\r]+/g, ' ').replace(/[\p{Cc}\p{Cs}]/gu, ''));
}

/** A text of several lines: tabs and line ends stay. */
export function cleanText(text: string): string {
  return orMark(
    text,
    text.replace(/[\p{Cc}\p{Cs}]/gu, (c) => (c === '\t' || c === '\n' || c === '\r' ? c : '')),
  );
}

/** What was a text stays one: a name may not become empty. */
const orMark = (before: string, after: string): string => (after === '' && before !== '' ? '?' : after);

function cleanValue(value: unknown, key: string): unknown {
  if (typeof value === 'string') return several.has(key) ? cleanText(value) : cleanLine(value);
  if (Array.isArray(value)) return value.map((v) => cleanValue(v, key));
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(Object.entries(value).map(([k, v]) => [k, cleanValue(v, k)]));
}

/** JSON as text with every text in it cleaned; to the letter as it was where nothing had to be, or where it is no JSON. */
export function cleanJson(text: string, key: string, indent?: number): string {
  return rewritten(text, (value) => cleanValue(value, key), indent);
}

/** An edit of the journal: what it saw and what it set are texts of the field that it names. Rows get the columns that the first days lacked. */
export function cleanEdit(text: string): string {
  return rewritten(text, editOf);
}

function editOf(raw: unknown): unknown {
  if (typeof raw !== 'object' || raw === null) return raw;
  const edit: Record<string, unknown> = Object.fromEntries(Object.entries(raw));
  const field = typeof edit.field === 'string' ? edit.field : '';
  if (Array.isArray(edit.edits)) return { ...edit, label: cleanValue(edit.label, 'label'), edits: edit.edits.map(editOf) };
  const cleaned: Record<string, unknown> = { ...edit };
  for (const key of ['was', 'to', 'row']) if (key in edit) cleaned[key] = withColumns(edit.table, cleanValue(edit[key], field));
  return cleaned;
}

function withColumns(table: unknown, row: unknown): unknown {
  if (typeof row !== 'object' || row === null || Array.isArray(row) || !('id' in row) || !('order' in row)) return row;
  if (table === 'controls' && !('detents' in row)) return { ...row, detents: 'kind' in row && row.kind === 'encoder' ? 24 : 0 };
  if (table === 'landings' && !('coding' in row)) return { ...row, coding: null };
  return row;
}

function rewritten(text: string, change: (value: unknown) => unknown, indent?: number): string {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    return text;
  }
  const before = JSON.stringify(value, null, indent);
  const after = JSON.stringify(change(value), null, indent);
  return after === before ? text : indent === undefined ? after : `${after}\n`;
}
