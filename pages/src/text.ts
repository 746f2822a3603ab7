import type { PageBlock, PageDocument } from '@rugged/contract/page';
import { barWords, markWords, wayName, wayRange, waySum } from './words';

/** A page as plain text, from the same document as screen and PDF. */
export function pageText(page: PageDocument): string {
  const head = [
    [page.shop, page.day, page.job].filter(Boolean).join(' · '),
    page.reach ?? '',
    page.about ?? '',
    page.title.toUpperCase(),
    page.lead,
  ];
  return [head.filter(Boolean).join('\n'), ...page.blocks.map(blockText)].filter(Boolean).join('\n\n') + '\n';
}

const labelled = (label: string | undefined, text: string) => (label === undefined ? text : `${label}\n${text}`);
const listOf = (items: readonly string[]) => items.map((item) => `- ${item}`).join('\n');

function blockText(block: PageBlock): string {
  switch (block.is) {
    case 'text':
      return labelled(block.label, [block.strong, block.text].filter(Boolean).join(' '));
    case 'small':
      return block.text;
    case 'list':
      return labelled(block.label, listOf(block.items));
    case 'cylinders':
      return listOf(markWords(block));
    case 'table':
      return labelled(block.label, tableText([block.head, ...block.rows]));
    case 'ways':
      return labelled(
        block.label,
        listOf(
          block.ways.map((way) => {
            const range = wayRange(way, block.currency);
            const sum = `${waySum(way, block.currency)}${range === undefined ? '' : ` (${range})`}`;
            return `${wayName(way)}: ${sum}. ${way.text}`.trim();
          }),
        ),
      );
    case 'bars':
      return labelled(block.label, listOf(block.bars.map((bar) => `${bar.name}: ${barWords(bar, block.currency)}`)));
    case 'photos':
      return labelled(block.label, listOf(block.photos.map(({ caption }) => caption)));
  }
}

/** Columns as wide as what stands in them. */
function tableText(rows: readonly (readonly string[])[]): string {
  const widths = (rows[0] ?? []).map((_, at) => Math.max(...rows.map((row) => (row[at] ?? '').length)));
  return rows
    .map((row) =>
      row
        .map((cell, at) => cell.padEnd(widths[at] ?? 0))
        .join('  ')
        .trimEnd(),
    )
    .join('\n');
}
