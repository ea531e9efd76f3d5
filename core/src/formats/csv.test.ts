import { namesInFile, writeCsv } from './csv';

test('a text file has a name a line', () => {
  expect(namesInFile('saltwhistle.org\n\n  quayquill \r\nboatyard.ie\n')).toEqual([
    'saltwhistle.org',
    'quayquill',
    'boatyard.ie',
  ]);
});

test('in a CSV file the column headed as names is read, wherever it stands', () => {
  const file =
    '\ufeffclient;Domain;until\n"Quay & Quill";quayquill.works;2027\n"Saltwhistle; the yard";saltwhistle.org;2028\n';
  expect(namesInFile(file)).toEqual(['quayquill.works', 'saltwhistle.org']);
});

test('without such a head the first column is read, the first row too', () => {
  expect(namesInFile('saltwhistle.org,yes\nquayquill.org,no')).toEqual(['saltwhistle.org', 'quayquill.org']);
});

test('what is written is read again, commas and quotes in it; no cell becomes a formula', () => {
  const written = writeCsv([
    ['name', 'note'],
    ['saltwhistle.org', 'ours, "old"'],
    ['=1+1', 'x'],
  ]);
  expect(written).toContain('"ours, ""old"""\r\n');
  expect(namesInFile(written)).toEqual(['saltwhistle.org', "'=1+1"]);
});
