/** Looks at the variants of an item: ten thousand of them take too long for the thread that saves answers. */
import { itemContent } from '@oaken/core/items';
import { checkTemplate, unfairIn, type VariantReport } from '@oaken/core/variants';

/** So many faults are kept; whoever mends them sees the others after. */
const mostFaults = 10;

export async function* readVariants(
  bytes: Buffer,
  { grade }: { grade: number | null },
): AsyncGenerator<VariantReport> {
  const content = itemContent.parse(JSON.parse(bytes.toString('utf8')));
  const report = checkTemplate(content, grade);
  yield {
    faults:
      report && content.template
        ? unfairIn(report, content.template)
            .slice(0, mostFaults)
            .map(({ words, variant }) => ({ words, variant }))
        : [],
  };
}
