/** The words of a small piece of markup; here rather than from core, so that a student's page stays small. */
export function plainText(html: string): string {
  if (!html.includes('<') && !html.includes('&')) return html;
  return new DOMParser().parseFromString(html, 'text/html').body.textContent?.replace(/\s+/g, ' ').trim() ?? '';
}
