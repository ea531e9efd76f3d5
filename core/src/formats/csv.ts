import Papa from 'papaparse';
import { nameHeads } from './nameHeads';

/** The rows of a CSV (RFC 4180) or text file, empty lines too, so that rows count as lines do. */
export function readCsv(text: string): string[][] {
  return Papa.parse<string[]>(text.replace(/^\ufeff/, '')).data;
}

/**
 * The names in a CSV or text file: the column headed as one, else the first; one name a line in a text file.
 *
 * @example namesInFile('name,note\nsaltwhistle.org,"ours, old"') // ['saltwhistle.org']
 */
export function namesInFile(text: string): string[] {
  const data = readCsv(text).filter((cells) => cells.some((cell) => cell.trim() !== ''));
  const [head = [], ...rest] = data;
  const column = head.findIndex((cell) => nameHeads.test(cell.trim()));
  const rows = column >= 0 ? rest : data;
  return rows.map((cells) => cells[Math.max(0, column)]?.trim() ?? '').filter((cell) => cell !== '');
}

/**
 * Rows as CSV (RFC 4180), the first row being the head. Cells that a spreadsheet would take for a formula are
 * given a quote in front.
 */
export function writeCsv(rows: readonly (readonly string[])[]): string {
  return Papa.unparse(
    rows.map((cells) => [...cells]),
    { escapeFormulae: true, newline: '\r\n' },
  );
}
