import sanitizeHtml from 'sanitize-html';

/** Text without tags becomes a paragraph; of HTML only harmless formatting stays. */
export function cleanHtml(text: string): string {
  if (!text) return '';
  if (!/<[a-z!/]/i.test(text)) return `<p>${escapeHtml(text)}</p>`;
  return sanitizeHtml(text, {
    allowedTags: [
      'p',
      'br',
      'ul',
      'ol',
      'li',
      'b',
      'strong',
      'i',
      'em',
      'h3',
      'h4',
      'a',
      'table',
      'tbody',
      'tr',
      'th',
      'td',
    ],
    allowedAttributes: { a: ['href'] },
    allowedSchemes: ['https', 'http', 'mailto'],
    allowProtocolRelative: false,
  });
}

const escapeHtml = (text: string): string =>
  text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;');
