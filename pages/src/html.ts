import type { PageBlock, PageDocument } from '@rugged/contract/page';
import { PAGE_CSS } from './style';
import { barWords, exactMoney, markWords, wayName, wayRange, waySum } from './words';

/** A page as HTML: on screen, as print and behind a link it is the same. No script is in it. */

export interface Shown {
  /** Where a photograph is fetched from. */
  photo(id: string): string;
  /** Where the fonts are: `words-500`, `words-700` and `figures-700` with `.woff2` behind it. */
  fonts?: string;
  /** Where the owner's answer goes, on a page that asks; what was answered last. */
  answer?: { action: string; said?: string };
  /** What else can be had: the same as PDF. */
  pdf?: string;
}

const ESCAPED: Readonly<Record<string, string>> = {
  '&': '&amp;',
  '<': '&lt;',
  '>': '&gt;',
  '"': '&quot;',
  "'": '&#39;',
};
export const escaped = (text: string): string => text.replace(/[&<>"']/g, (sign) => ESCAPED[sign] ?? sign);

export function pageHtml(page: PageDocument, shown: Shown): string {
  const fonts = shown.fonts === undefined ? '' : fontFaces(shown.fonts);
  return `<!doctype html>
<html lang="${page.lang}">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<meta name="robots" content="noindex, nofollow">
<title>${escaped(`${page.title}: ${page.shop}`)}</title>
<style>${fonts}${PAGE_CSS}</style>
</head>
<body>
<main aria-label="${escaped(page.title)}">
<header><span>${escaped(page.shop)}</span><span>${escaped(dated(page))}</span></header>
${page.reach === undefined ? '' : `<p class="about">${escaped(page.reach)}</p>`}
${page.about === undefined ? '' : `<p class="about">${escaped(page.about)}</p>`}
<p class="kind">${escaped(page.title)}</p>
<h1>${escaped(page.lead)}</h1>
${page.blocks.map((block) => blockHtml(block, shown)).join('\n')}
${shown.answer && page.asks ? asking(page.asks, shown.answer) : ''}
${shown.pdf === undefined ? '' : `<p class="pdf"><a href="${escaped(shown.pdf)}">This page as PDF</a></p>`}
</main>
</body>
</html>`;
}

const dated = ({ day, job }: PageDocument) => [day, job].filter(Boolean).join(' · ');

const fontFaces = (at: string) =>
  [
    ['Words', 500, 'words-500'],
    ['Words', 700, 'words-700'],
    ['Figures', 700, 'figures-700'],
  ]
    .map(
      ([family, weight, file]) =>
        `@font-face{font-family:${family};font-weight:${weight};font-display:swap;` +
        `src:url(${at}/${file}.woff2) format("woff2")}`,
    )
    .join('');

const label = (text: string | undefined) => (text === undefined ? '' : `<h2>${escaped(text)}</h2>`);

function blockHtml(block: PageBlock, shown: Shown): string {
  switch (block.is) {
    case 'text':
      return `<section>${label(block.label)}<p>${
        block.strong === undefined ? '' : `<strong>${escaped(block.strong)}</strong> `
      }${escaped(block.text)}</p></section>`;
    case 'list':
      return `<section>${label(block.label)}<ul>${block.items
        .map((one) => `<li>${escaped(one)}</li>`)
        .join('')}</ul></section>`;
    case 'small':
      return `<p class="small">${escaped(block.text)}</p>`;
    case 'table':
      return `<section>${label(block.label)}<div class="wide"><table><thead><tr>${block.head
        .map((one) => (one === '' ? '<td></td>' : `<th scope="col">${escaped(one)}</th>`))
        .join('')}</tr></thead><tbody>${block.rows
        .map(
          ([first = '', ...rest]) =>
            `<tr><th scope="row">${escaped(first)}</th>${rest
              .map((one) => `<td${/^[\d.,–]+(\s%)?$/.test(one) ? ' class="figure"' : ''}>${escaped(one)}</td>`)
              .join('')}</tr>`,
        )
        .join('')}</tbody></table></div></section>`;
    case 'photos':
      return `<section>${label(block.label)}<div class="photos">${block.photos
        .map(
          ({ id, caption }) =>
            `<figure><img src="${escaped(shown.photo(id))}" alt="${escaped(caption)}">` +
            `<figcaption>${escaped(caption)}</figcaption></figure>`,
        )
        .join('')}</div></section>`;
    case 'cylinders':
      return plan(block);
    case 'ways':
      return ways(block);
    case 'bars':
      return bars(block);
  }
}

const PITCH = 64;

/** Each cylinder where it stands, its figure in it, its state by ring and word. */
function plan(block: Extract<PageBlock, { is: 'cylinders' }>): string {
  const { cylinders } = block;
  const [width, height] = [1, 1].map(
    (_, i) => PITCH * (1 + Math.max(...cylinders.map(({ x, y }) => (i === 0 ? x : y)))),
  ) as [number, number];
  const rings = cylinders.map(({ id, x, y, mark, figure }) => {
    const [cx, cy] = [PITCH * (x + 0.5), PITCH * (y + 0.5)];
    return (
      `<circle class="${mark}" cx="${cx}" cy="${cy}" r="26"/>` +
      `<text class="no" x="${cx}" y="${cy - 9}">${escaped(id)}</text>` +
      `<text class="figure" x="${cx}" y="${cy + 9}">${escaped(figure)}</text>`
    );
  });
  const words = markWords(block);
  return (
    `<section class="plan"><svg viewBox="0 0 ${width} ${height}" width="${width}" height="${height}" role="img" ` +
    `aria-label="${escaped(words.join('; '))}">${rings.join('')}</svg><ul>${words
      .map((word, i) => `<li class="${cylinders[i]?.mark}">${escaped(word)}</li>`)
      .join('')}</ul></section>`
  );
}

/** What is advised first, then what is cheaper and what does more: each with what it does and what it costs. */
function ways({ label: title, ways: all, currency }: Extract<PageBlock, { is: 'ways' }>): string {
  const rows = all.map((way) => {
    const range = wayRange(way, currency);
    return (
      `<li class="way${way.as === 'advised' ? ' advised' : ''}"><div><strong>${escaped(wayName(way))}</strong>` +
      `<p>${escaped(way.text)}</p></div><div class="sum"><b>${escaped(waySum(way, currency))}</b>` +
      `${range === undefined ? '' : `<span>${escaped(range)}</span>`}</div></li>`
    );
  });
  return `<section class="ways">${label(title)}<ul>${rows.join('')}</ul></section>`;
}

/** From so much to so much on one scale, the mean as a stroke, and the chance that it runs. */
function bars({ label: title, bars: all, currency }: Extract<PageBlock, { is: 'bars' }>): string {
  const most = Math.max(1, ...all.map(({ high }) => high));
  const at = (sum: number) => `${((100 * sum) / most).toFixed(1)}%`;
  const rows = all.map((bar) => {
    const { name, low, likely, high, best } = bar;
    return (
      `<li${best ? ' class="best"' : ''}>` +
      `<span class="name">${escaped(name)}${best ? ' <em>we advise</em>' : ''}</span>` +
      `<span class="bar" aria-hidden="true"><i style="left:${at(low)};width:max(4px,${at(high - low)})"></i>` +
      `<b style="left:${at(likely)}"></b></span><span class="sums">${escaped(barWords(bar, currency))}</span></li>`
    );
  });
  return `<section class="ways">${label(title)}<ul>${rows.join('')}</ul></section>`;
}

/** The question, and the three answers. */
function asking(asks: NonNullable<PageDocument['asks']>, { action, said }: NonNullable<Shown['answer']>): string {
  const limit =
    asks.stopAt === undefined ? '' : ` We stop and call you at ${escaped(exactMoney(asks.stopAt, asks.currency))}.`;
  return (
    `<section class="answer">${label('Your answer')}` +
    (said === undefined ? '' : `<p role="status"><strong>${escaped(said)}</strong></p>`) +
    `<p>${escaped(asks.option)}.${limit}</p><form method="post" action="${escaped(action)}">` +
    `<label for="note">Anything to add</label><textarea id="note" name="note" rows="2" maxlength="1000"></textarea>` +
    `<button name="answer" value="agreed">I agree</button>` +
    `<button name="answer" value="call">Please call me first</button>` +
    `<button name="answer" value="declined">No, leave it</button></form></section>`
  );
}

/** What is behind a link that leads nowhere: never why. */
export const goneHtml = (fonts?: string): string => `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1">
<meta name="robots" content="noindex, nofollow"><title>This page is not here</title>
<style>${fonts === undefined ? '' : fontFaces(fonts)}${PAGE_CSS}</style></head>
<body><main><h1>This page is not here.</h1><p>Ask the shop that sent it to you.</p></main></body></html>`;
