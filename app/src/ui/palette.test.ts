import { readFileSync } from 'node:fs';
import path from 'node:path';
import { palette, type Colour } from './palette';

const css = readFileSync(path.join(__dirname, '../../public/palette.css'), 'utf8');
const [light = '', dark = ''] = css.split('@media');

/** What a role looks like. @returns `#rrggbb` */
function look(sheet: string, colour: Colour): string {
  const name = palette[colour].slice('var('.length, -1);
  const [, hex] = new RegExp(`${name}: (#[0-9a-f]{6});`).exec(sheet) ?? [];
  if (!hex) throw new Error(`${name} has no look`);
  return hex;
}

/** WCAG 2.2, relative luminance. */
function luminance(hex: string): number {
  const [red = 0, green = 0, blue = 0] = [1, 3, 5].map((at) => {
    const share = parseInt(hex.slice(at, at + 2), 16) / 255;
    return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4;
  });
  return 0.2126 * red + 0.7152 * green + 0.0722 * blue;
}

function contrast(one: string, other: string): number {
  const [high = 0, low = 0] = [luminance(one), luminance(other)].sort((a, b) => b - a);
  return (high + 0.05) / (low + 0.05);
}

const readable: readonly (readonly [Colour, Colour])[] = [
  ['pine', 'paper'],
  ['pine', 'card'],
  ['quiet', 'paper'],
  ['quiet', 'card'],
  ['terracotta', 'paper'],
  ['terracotta', 'card'],
  ['onTerracotta', 'terracotta'],
  ['onSage', 'sage'],
  ['plum', 'card'],
  ['plum', 'plumWash'],
  ['sage', 'card'],
  ['pine', 'marigoldWash'],
  ['pine', 'sageWash'],
];

describe.each([
  ['light', light],
  ['dark', dark],
])('in the %s', (_, sheet) => {
  test.each(Object.keys(palette) as Colour[])('%s has a look', (colour) => {
    expect(look(sheet, colour)).toMatch(/^#/);
  });

  test.each(readable)('%s on %s can be read', (text, ground) => {
    expect(contrast(look(sheet, text), look(sheet, ground))).toBeGreaterThanOrEqual(4.5);
  });
});
