import { once } from 'node:events';
import type { Language } from '@tienda/core/accounts/language';
import { seller } from '@tienda/core/orders/seller';
import type { IsoDate } from '@tienda/core/time/isoDate';
import PdfDocument from 'pdfkit';
import { Letters } from './letters';

/** Edges of what is written, in points of an A4 page. */
export const left = 50;
export const right = 545;
const bottom = 720;

/** How something is written. */
export interface Said {
  /** What it is to who has it read out: a standard structure type (ISO 32000-1, section 14.8.4). */
  readonly as?: string;
  readonly x?: number;
  readonly width?: number;
  readonly size?: number;
  readonly bold?: boolean;
  readonly toRight?: boolean;
  readonly gap?: number;
}

/** A column of amounts or words beside the first, by its right edge. */
export interface Column {
  readonly edge: number;
  readonly width: number;
  /** Words begin at its left edge. */
  readonly isWords?: true;
}

export interface SheetHead {
  readonly title: string;
  readonly language: Language;
  readonly madeOn: IsoDate;
}

/** A document as PDF, A4, that can be read out. @param write puts all of it on the sheet */
export async function pdf({ title, language, madeOn }: SheetHead, write: (sheet: Sheet) => void): Promise<Buffer> {
  const document = new PdfDocument({
    size: 'A4',
    margin: left,
    // None of the fonts that readers are supposed to have is used.
    font: '',
    pdfVersion: '1.7',
    tagged: true,
    displayTitle: true,
    info: { Title: title, Author: seller.name, CreationDate: new Date(`${madeOn}T00:00:00Z`) },
    lang: language,
  });
  const pieces: Buffer[] = [];
  document.on('data', (piece: Buffer) => pieces.push(piece));
  const ended = once(document, 'end');
  const sheet = new Sheet(document);
  write(sheet);
  sheet.end();
  document.end();
  await ended;
  return Buffer.concat(pieces);
}

/** What is written on, from top to bottom, page after page. */
export class Sheet {
  y = left;
  readonly letters: Letters;
  private readonly root: PDFKit.PDFStructureElement;
  /** What is written next belongs to it. */
  private part: PDFKit.PDFStructureElement;

  constructor(private readonly document: PDFKit.PDFDocument) {
    this.letters = new Letters(document);
    this.root = document.struct('Document');
    document.addStructure(this.root);
    this.part = this.root;
  }

  end(): void {
    this.root.end();
  }

  /** Goes on with the next page where there is too little left of this one. */
  room(from = bottom): void {
    if (this.y <= from) return;
    this.document.addPage();
    this.y = left;
  }

  /** Puts all that is written meanwhile into a part of its own, so that it can be read as what it is. */
  within(kind: string, write: () => void): void {
    const outside = this.part;
    this.part = this.document.struct(kind);
    outside.add(this.part);
    write();
    this.part.end();
    this.part = outside;
  }

  /** A row of a table: words, then what stands in the columns. */
  row(text: string, cells: readonly string[], columns: readonly Column[], isHead = false): void {
    const as = isHead ? 'TH' : 'TD';
    const [first] = columns;
    this.within('TR', () => {
      const top = this.y;
      this.say(text, { as, bold: isHead, width: (first ? first.edge - first.width : right) - left - 4 });
      let end = this.y;
      for (const [place, { edge, width, isWords }] of columns.entries()) {
        this.y = top;
        this.say(cells[place] ?? '', { as, x: edge - width, width, bold: isHead, toRight: !isWords });
        end = Math.max(end, this.y);
      }
      this.y = end;
    });
  }

  rule(): void {
    // Nothing to be read out.
    this.document.markContent('Artifact', { type: 'Layout' });
    this.document
      .moveTo(left, this.y + 2)
      .lineTo(right, this.y + 2)
      .lineWidth(0.5)
      .stroke();
    this.document.endMarkedContent();
    this.y += 8;
  }

  say(
    text: string,
    { as = 'P', x = left, width = right - x, size = 10, bold = false, toRight = false, gap = 3 }: Said = {},
  ): void {
    if (text === '') return;
    const { document } = this;
    const runs = this.letters.runs(text, bold);
    const write = () => {
      document.fontSize(size);
      for (const [index, run] of runs.entries()) {
        const options = { width, align: toRight ? 'right' : 'left', continued: index < runs.length - 1 } as const;
        document.font(run.font);
        if (index === 0) document.text(run.text, x, this.y, options);
        else document.text(run.text, options);
      }
    };
    this.part.add(document.struct(as, {}, write));
    this.y = document.y + gap;
  }
}

/** The name as people read it, where there are letters for it; else as registries do. */
export function readable({ letters }: Sheet, { name, unicode }: { readonly name: string; readonly unicode: string }) {
  return letters.canWrite(unicode) ? unicode : name;
}
