const references: Readonly<Record<string, string>> = {
  '&': '&amp;',
  '<': '&lt;',
  '>': '&gt;',
  '"': '&quot;',
  "'": '&#39;',
};

/** Characters as HTML shows them, between tags or between quotes (HTML Standard, 13.3). */
export function escapeHtml(value: string): string {
  return value.replace(/[&<>"']/g, (char) => references[char] as string);
}
