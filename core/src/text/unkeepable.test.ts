import { isKeepable, isOneLine, keepable } from './unkeepable';

test.each(['\0', '\u000b', '\u007f', '\u0085', '\ud800', 'x\udfff', '\ufffe', '\uffff'])(
  '%j is kept nowhere, and written as a question',
  (text) => {
    expect([isKeepable(text), isOneLine(text)]).toEqual([false, false]);
    expect(keepable(`a${text}b`)).toMatch(/^ax?\ufffdb$/);
  },
);

test.each(['Maren Sólvik', '王小明', '😀', 'a b'])('%s is kept as it is', (text) => {
  expect([isKeepable(text), isOneLine(text), keepable(text)]).toEqual([true, true, text]);
});

test.each(['a\tb', 'a\nb', 'a\r\nb', 'a\u2028b'])('%j is kept, and is not one line', (text) => {
  expect([isKeepable(text), isOneLine(text)]).toEqual([true, false]);
});
