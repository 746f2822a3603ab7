import type { PageBlock, PageDocument, PageMark } from '@rugged/contract/page';
import { barWords, markWords, wayName, wayRange, waySum } from '@rugged/pages';
import PDFDocument from 'pdfkit';
import { fontFile } from './fonts';

/** A page as PDF: A4, its text selectable, tagged for a screen reader, its fonts in it. */

type Doc = PDFKit.PDFDocument;
type Tag = 'H1' | 'H2' | 'P' | 'L' | 'Table' | 'Figure';
/** What is written of a page, and what goes round each piece of it. */
interface Sheet {
  doc: Doc;
  piece(tag: Tag, draw: () => void, alt?: string): void;
  photo(id: string): Buffer | undefined;
  /** Of the type. */
  scale: number;
}

const MARGIN = 42;
const INK = '#1a2324';
const DIM = '#56605f';
const AMBER = '#f0a51e';
const MARK: Readonly<Record<PageMark, string>> = { good: '#3c6a34', watch: '#a86e0b', bad: '#a8381c', open: '#5c6770' };
/** One side of A4 where it can be: a little smaller before there is a second. */
const SCALES = [1, 0.92, 0.85] as const;

/** @param photos the pictures that the page names, as JPEG or PNG; others are left out */
export async function pagePdf(page: PageDocument, photos: ReadonlyMap<string, Buffer>): Promise<Buffer> {
  for (const scale of SCALES) {
    const { bytes, sides } = await written(page, photos, scale);
    if (sides === 1) return bytes;
  }
  return (await written(page, photos, 1)).bytes;
}

function written(
  page: PageDocument,
  photos: ReadonlyMap<string, Buffer>,
  scale: number,
): Promise<{ bytes: Buffer; sides: number }> {
  const doc = new PDFDocument({
    size: 'A4',
    margin: MARGIN,
    pdfVersion: '1.7',
    tagged: true,
    lang: page.lang,
    displayTitle: true,
    font: fontFile('words-500', 'woff'),
    info: { Title: `${page.title}: ${page.shop}`, Author: page.shop, CreationDate: new Date(page.madeAt) },
  });
  doc.registerFont('words', fontFile('words-500', 'woff'));
  doc.registerFont('bold', fontFile('words-700', 'woff'));
  doc.registerFont('figures', fontFile('figures-700', 'woff'));
  const root = doc.struct('Document');
  doc.addStructure(root);
  const sheet: Sheet = {
    doc,
    piece: (tag, draw, alt) => {
      root.add(doc.struct(tag, alt === undefined ? {} : { alt }, draw));
    },
    photo: (id) => photos.get(id),
    scale,
  };
  let sides = 1;
  doc.on('pageAdded', () => {
    sides += 1;
  });
  const bytes: Buffer[] = [];
  doc.on('data', (piece: Buffer) => bytes.push(piece));
  const done = new Promise<{ bytes: Buffer; sides: number }>((resolve, reject) => {
    doc.on('end', () => resolve({ bytes: Buffer.concat(bytes), sides }));
    doc.on('error', reject);
  });
  sheet.piece('P', () => {
    doc
      .font('bold')
      .fontSize(11 * scale)
      .fillColor(DIM);
    doc.text(page.shop, { continued: false });
    doc.moveUp().text([page.day, page.job].filter(Boolean).join(' · '), { align: 'right' });
    if (page.reach !== undefined) doc.text(page.reach);
    if (page.about !== undefined) doc.text(page.about);
    doc.text(page.title);
  });
  sheet.piece('H1', () =>
    doc
      .font('bold')
      .fontSize(20 * scale)
      .fillColor(INK)
      .text(page.lead, { lineGap: -2 }),
  );
  doc.moveDown(0.3);
  for (const block of page.blocks) write(sheet, block);
  root.end();
  doc.end();
  return done;
}

const width = ({ page }: Doc) => page.width - 2 * MARGIN;

/** Room for so many points, on a new page where there is none. */
function room({ doc }: Sheet, points: number): void {
  if (doc.y + points > doc.page.height - MARGIN) doc.addPage();
}

function rule({ doc }: Sheet): void {
  const y = doc.y + 4;
  doc
    .moveTo(MARGIN, y)
    .lineTo(doc.page.width - MARGIN, y)
    .lineWidth(1.2)
    .strokeColor(INK)
    .stroke();
  doc.x = MARGIN;
  doc.y = y + 6;
}

function label(sheet: Sheet, text: string | undefined): void {
  const { scale } = sheet;
  room(sheet, 50);
  rule(sheet);
  if (text === undefined) return;
  sheet.piece('H2', () =>
    sheet.doc
      .font('bold')
      .fontSize(9 * scale)
      .fillColor(DIM)
      .text(text.toUpperCase(), { characterSpacing: 0.5 }),
  );
}

const body = ({ doc, scale }: Sheet) =>
  doc
    .font('words')
    .fontSize(11.5 * scale)
    .fillColor(INK);

function write(sheet: Sheet, block: PageBlock): void {
  const { doc, scale } = sheet;
  switch (block.is) {
    case 'text':
      label(sheet, block.label);
      sheet.piece('P', () => {
        if (block.strong !== undefined)
          doc
            .font('bold')
            .fontSize(11.5 * scale)
            .fillColor(INK)
            .text(`${block.strong} `, { continued: block.text !== '' });
        if (block.text !== '') body(sheet).text(block.text);
      });
      return;
    case 'list':
      label(sheet, block.label);
      sheet.piece('L', () => {
        for (const item of block.items) body(sheet).text(`•  ${item}`, { indent: 0 });
      });
      return;
    case 'small':
      rule(sheet);
      sheet.piece('P', () =>
        doc
          .font('words')
          .fontSize(9 * scale)
          .fillColor(DIM)
          .text(block.text),
      );
      return;
    case 'cylinders':
      return cylinders(sheet, block);
    case 'table':
      return table(sheet, block);
    case 'ways':
      return ways(sheet, block);
    case 'bars':
      return bars(sheet, block);
    case 'photos':
      return photographs(sheet, block);
  }
}

const PITCH = 46;

function cylinders(sheet: Sheet, block: Extract<PageBlock, { is: 'cylinders' }>): void {
  const { doc, scale } = sheet;
  const { cylinders: all } = block;
  const pitch = PITCH * scale;
  const high = pitch * (1 + Math.max(...all.map(({ y }) => y)));
  const wide = pitch * (1 + Math.max(...all.map(({ x }) => x)));
  room(sheet, high + 20);
  rule(sheet);
  const top = doc.y;
  const words = markWords(block);
  sheet.piece(
    'Figure',
    () => {
      for (const { id, x, y, mark, figure } of all) {
        const [cx, cy] = [MARGIN + pitch * (x + 0.5), top + pitch * (y + 0.5)];
        doc
          .circle(cx, cy, 19 * scale)
          .lineWidth(3.5)
          .strokeColor(MARK[mark]);
        if (mark === 'open') doc.dash(3, { space: 3 });
        doc.stroke().undash();
        doc
          .fillColor(INK)
          .font('words')
          .fontSize(8 * scale)
          .text(id, cx - 18, cy - 12, { width: 36, align: 'center', lineBreak: false });
        doc
          .font('figures')
          .fontSize(9 * scale)
          .text(figure, cx - 18, cy - 3, { width: 36, align: 'center', lineBreak: false });
      }
    },
    words.join('; '),
  );
  const beside = wide + 200 < width(doc);
  const at = beside ? { x: MARGIN + wide + 20, y: top + 4 } : { x: MARGIN, y: top + high + 4 };
  sheet.piece('L', () => {
    doc.x = at.x;
    doc.y = at.y;
    for (const word of words) body(sheet).text(word, at.x);
  });
  doc.x = MARGIN;
  doc.y = Math.max(doc.y, top + high);
}

function table(sheet: Sheet, { label: title, head, rows }: Extract<PageBlock, { is: 'table' }>): void {
  const { doc, scale } = sheet;
  label(sheet, title);
  const [first, last] = [0.27, head.length > 2 ? 0.3 : 0.35];
  const between = (1 - first - last) / Math.max(1, head.length - 2);
  const shares = head.map((_, i) => (i === 0 ? first : i === head.length - 1 ? last : between));
  const small = head.length > 8;
  const line = (cells: readonly string[], header: boolean) => {
    const heights = cells.map((cell, i) => {
      doc.font(header ? 'bold' : 'words').fontSize((small ? 9 : 11) * scale);
      return doc.heightOfString(cell || ' ', { width: width(doc) * (shares[i] ?? 0) - 6 });
    });
    room(sheet, Math.max(...heights) + 4);
    const y = doc.y;
    let x = MARGIN;
    cells.forEach((cell, i) => {
      const figure = !header && i > 0 && /^[\d.,–]+(\s%)?$/.test(cell);
      doc
        .font(header ? 'bold' : figure ? 'figures' : 'words')
        .fontSize((small ? 9 : figure ? 10 : 11) * scale)
        .fillColor(header ? DIM : INK)
        .text(cell, x, y, { width: width(doc) * (shares[i] ?? 0) - 6 });
      x += width(doc) * (shares[i] ?? 0);
    });
    doc.x = MARGIN;
    doc.y = y + Math.max(...heights) + 3;
  };
  sheet.piece('Table', () => {
    line(head, true);
    for (const row of rows) line(row, false);
  });
}

/** A frame for each way, the sum at its right; what is advised has a bar at its left. */
function ways(sheet: Sheet, { label: title, ways: all, currency }: Extract<PageBlock, { is: 'ways' }>): void {
  const { doc, scale } = sheet;
  label(sheet, title);
  const [edge, sums] = [8, 130 * scale];
  const left = MARGIN + edge + 6;
  const wide = width(doc) - sums - 2 * edge - 6;
  for (const way of all) {
    const name = () =>
      doc
        .font('bold')
        .fontSize(11.5 * scale)
        .fillColor(INK);
    const text = () =>
      doc
        .font('words')
        .fontSize(10 * scale)
        .fillColor(INK);
    const high = Math.max(
      30 * scale,
      name().heightOfString(wayName(way), { width: wide }) +
        (way.text === '' ? 0 : text().heightOfString(way.text, { width: wide })) +
        8,
    );
    room(sheet, high + 6);
    const y = doc.y;
    doc.roundedRect(MARGIN, y, width(doc), high, 4).lineWidth(1.2).strokeColor(INK).stroke();
    if (way.as === 'advised') doc.rect(MARGIN, y, 6, high).fill(AMBER);
    sheet.piece('P', () => {
      name().text(wayName(way), left, y + 4, { width: wide });
      if (way.text !== '') text().text(way.text, left, doc.y, { width: wide });
    });
    sheet.piece('P', () => {
      const at = MARGIN + width(doc) - sums - edge;
      doc
        .font('figures')
        .fontSize(11 * scale)
        .fillColor(INK)
        .text(waySum(way, currency), at, y + 5, { width: sums, align: 'right' });
      const range = wayRange(way, currency);
      if (range !== undefined)
        doc
          .font('words')
          .fontSize(9 * scale)
          .fillColor(DIM)
          .text(range, at, doc.y, { width: sums, align: 'right' });
    });
    doc.x = MARGIN;
    doc.y = y + high + 5;
  }
}

function bars(sheet: Sheet, { label: title, bars: all, currency }: Extract<PageBlock, { is: 'bars' }>): void {
  const { doc, scale } = sheet;
  label(sheet, title);
  const most = Math.max(1, ...all.map(({ high }) => high));
  const at = (sum: number) => MARGIN + (width(doc) * sum) / most;
  for (const bar of all) {
    const { name, low, likely, high, best } = bar;
    room(sheet, 40);
    sheet.piece('P', () => {
      doc
        .font(best ? 'bold' : 'words')
        .fontSize(11.5 * scale)
        .fillColor(INK)
        .text(best ? `${name} (we advise)` : name, MARGIN);
      const y = doc.y + 1;
      doc.rect(at(low), y, Math.max(3, at(high) - at(low)), 8).fillAndStroke(best ? AMBER : '#e9e1cf', INK);
      doc.rect(at(likely) - 1, y - 1.5, 2.5, 11).fill(INK);
      doc.y = y + 11;
      doc
        .font('words')
        .fontSize(9.5 * scale)
        .fillColor(DIM)
        .text(barWords(bar, currency), MARGIN);
    });
  }
}

const PHOTO = { width: 150, height: 112 };

function photographs(sheet: Sheet, { label: title, photos }: Extract<PageBlock, { is: 'photos' }>): void {
  const { doc, scale } = sheet;
  const there = photos.flatMap(({ id, caption }) => {
    const image = sheet.photo(id);
    return image ? [{ image, caption }] : [];
  });
  if (there.length === 0) return;
  label(sheet, title);
  for (let from = 0; from < there.length; from += 3) {
    room(sheet, PHOTO.height + 30);
    const y = doc.y;
    there.slice(from, from + 3).forEach(({ image, caption }, i) => {
      const x = MARGIN + i * (PHOTO.width + 20);
      sheet.piece('Figure', () => doc.image(image, x, y, { fit: [PHOTO.width, PHOTO.height] }), caption);
      sheet.piece('P', () =>
        doc
          .font('words')
          .fontSize(9 * scale)
          .fillColor(INK)
          .text(caption, x, y + PHOTO.height + 2, { width: PHOTO.width }),
      );
    });
    doc.x = MARGIN;
    doc.y = y + PHOTO.height + 20;
  }
}
