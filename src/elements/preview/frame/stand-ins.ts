/** A picture that says what would be in its place, as large as that. */
export function standInPicture(element: Element, name: string): string {
  const width = Number(element.getAttribute('width')) || 320;
  const height = Number(element.getAttribute('height')) || Math.round(width * 0.5625);
  const size = Math.max(9, Math.min(16, width / Math.max(name.length, 12) / 0.6));
  const line = (y: number, text: string) =>
    `<text x="50%" y="${y}%" text-anchor="middle" fill="#5f584f" font-family="sans-serif" font-size="${size}">${text}</text>`;
  const text = `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}"><rect x="1" y="1" width="${width - 2}" height="${height - 2}" fill="#f1ece3" stroke="#5f584f" stroke-dasharray="6 4"/>${line(48, escaped(name))}${line(60, 'not reached here')}</svg>`;
  return `data:image/svg+xml,${encodeURIComponent(text)}`;
}

/** A page that says what would be in its place. */
export function standInPage(name: string): string {
  return `<!doctype html><body style="margin:0;height:100vh;display:grid;place-items:center;box-sizing:border-box;border:1px dashed #5f584f;background:#f1ece3;color:#5f584f;font:14px/20px sans-serif;text-align:center">${escaped(name)}<br>not reached here`;
}

function escaped(text: string): string {
  return text.replace(/[&<>"']/g, (one) => `&#${one.charCodeAt(0)};`);
}
