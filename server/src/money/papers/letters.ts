import { readFileSync } from 'node:fs';
import { create, type Font, type GlyphRun } from 'fontkit';
import { others, own } from './fonts';

/** A stretch of text in one font. */
export interface Run {
  readonly text: string;
  readonly font: string;
}

/** Which font has which letters, for one document. */
export class Letters {
  private readonly registered = new Map<string, string>();
  private readonly fontOf = new Map<string, string | undefined>();

  constructor(private readonly document: PDFKit.PDFDocument) {}

  /** The text in as few fonts as have all its letters; what none has stays in the shop's own. */
  runs(text: string, bold: boolean): Run[] {
    const first = bold ? own.bold : own.plain;
    const whole = [first, ...others].find((file) => [...text].every((letter) => this.has(file, letter)));
    if (whole !== undefined) return [{ text, font: this.named(whole) }];
    const runs: Run[] = [];
    for (const letter of text) {
      const font = this.named(this.fontFor(letter) ?? first);
      const last = runs.at(-1);
      // Spaces stay with the word before them.
      if (last && (last.font === font || letter === ' ')) runs[runs.length - 1] = { ...last, text: last.text + letter };
      else runs.push({ text: letter, font });
    }
    return runs;
  }

  /** True where every letter can be written. */
  canWrite(text: string): boolean {
    return [...text].every((letter) => this.fontFor(letter) !== undefined);
  }

  private fontFor(letter: string): string | undefined {
    if (!this.fontOf.has(letter))
      this.fontOf.set(
        letter,
        [own.plain, ...others].find((file) => this.has(file, letter)),
      );
    return this.fontOf.get(letter);
  }

  private has(file: string, letter: string): boolean {
    return opened(file).hasGlyphForCodePoint(letter.codePointAt(0) ?? 0);
  }

  private named(file: string): string {
    const known = this.registered.get(file);
    if (known !== undefined) return known;
    const name = `letters ${this.registered.size}`;
    // Documents take a font that is open already, which their types do not say.
    this.document.registerFont(name, opened(file) as unknown as string);
    this.registered.set(file, name);
    return name;
  }
}

const fonts = new Map<string, Font>();

/** A font, read once for all documents and only where it is needed: those of the most letters are large. */
function opened(file: string): Font {
  const known = fonts.get(file);
  if (known) return known;
  const font = create(readFileSync(file));
  if (!('hasGlyphForCodePoint' in font)) throw new Error(`${file} holds several fonts`);
  fonts.set(file, font);
  return rememberLayouts(font);
}

const mostRemembered = 5000;

/** Words that stand in every document are laid out once. */
function rememberLayouts(font: Font): Font {
  const runs = new Map<string, GlyphRun>();
  const layOut = font.layout.bind(font);
  font.layout = (text, ...more) => {
    // Of other features nothing is remembered.
    if (more.some((option) => option !== undefined)) return layOut(text, ...more);
    const run = runs.get(text) ?? layOut(text);
    if (runs.size >= mostRemembered) runs.clear();
    runs.set(text, run);
    // Whoever asks scales the positions in place.
    return Object.create(run, { positions: { value: run.positions.map((position) => ({ ...position })) } }) as GlyphRun;
  };
  return font;
}
