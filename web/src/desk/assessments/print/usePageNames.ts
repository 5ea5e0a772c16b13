/**
 * Running feet for printed sheets: each sheet's name and its own page numbers. Names of pages and their margin boxes
 * exist in style sheets only, and the pages allow no style that came with a document, so the sheet is made here.
 */
import { onUnmounted, watch } from 'vue';

const quoted = (text: string) => `"${text.replace(/["\\\n]/g, ' ')}"`;

export const pageName = (index: number) => `sheet${index}`;

export function usePageNames(feet: () => readonly string[]): void {
  const sheet = new CSSStyleSheet();
  document.adoptedStyleSheets = [...document.adoptedStyleSheets, sheet];
  watch(
    feet,
    (candidate) => {
      const box = 'font: 9pt sans-serif; color: #333;';
      sheet.replaceSync(
        `@page { size: auto; margin: 15mm 15mm 17mm; }\n${candidate
          .map(
            (foot, index) =>
              `@page ${pageName(index)} { counter-increment: page-of-${index}; @bottom-left { ${box} content: ${quoted(foot)}; } @bottom-right { ${box} content: "page " counter(page-of-${index}); } }\n.${pageName(index)} { page: ${pageName(index)}; }`,
          )
          .join('\n')}`,
      );
    },
    { immediate: true },
  );
  onUnmounted(
    () =>
      (document.adoptedStyleSheets = document.adoptedStyleSheets.filter(
        (known) => known !== sheet,
      )),
  );
}
