import { nextAddress } from './visit';

const from = 'http://saltwhistle.sail/boats';

test.each([
  [301, 'https://a.example/x#y', 'https://a.example/x'],
  [308, '../quay', 'http://saltwhistle.sail/quay'],
  [302, '//b.example', 'http://b.example/'],
  [307, 'javascript:alert(1)', undefined],
  [303, 'http://[', undefined],
  [301, undefined, undefined],
  [200, 'https://a.example/', undefined],
  [304, 'https://a.example/', undefined],
])('%i with %s leads to %s', (status, location, next) => {
  expect(nextAddress(from, status, location)).toBe(next);
});
