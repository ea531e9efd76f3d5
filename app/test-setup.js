/** Browsers have these; the simulated one of the tests has not. */
const { ReadableStream, TextDecoderStream } = require('node:stream/web');
const { randomUUID } = require('node:crypto');
const { TextDecoder, TextEncoder } = require('node:util');

/** A busy machine takes longer to draw. */
require('@testing-library/dom').configure({ asyncUtilTimeout: 20_000 });

globalThis.crypto.randomUUID = randomUUID;
Object.assign(globalThis, { ReadableStream, TextDecoder, TextDecoderStream, TextEncoder });

/** There is no layout in tests: a list draws every row, and asks for one beyond its end, as the real one may once it got shorter. */
jest.mock('@shopify/flash-list', () => {
  const { createElement, Fragment } = jest.requireActual('react');
  const FlashList = ({ data, renderItem, keyExtractor, getItemType, ...around }) =>
    createElement(
      Fragment,
      null,
      around.ListHeaderComponent,
      data.length === 0 ? around.ListEmptyComponent : null,
      [...data, undefined].map((item, index) =>
        createElement(
          Fragment,
          { key: `${getItemType(item)} ${keyExtractor(item, index)}` },
          renderItem({ item, index }),
        ),
      ),
      around.ListFooterComponent,
    );
  return { FlashList };
});

// Browsers have it, jsdom does not: tests that wait for a deadline bring their own.
globalThis.AbortSignal.timeout ??= () => new AbortController().signal;

/**
 * jsdom tries every rule at every element whenever it is asked how one looks. To tests it matters only what hides something or
 * keeps it from being pressed: of the others, which are many, it sees none.
 */
const { prototype: sheet } = globalThis.CSSStyleSheet;
const { insertRule } = sheet;
sheet.insertRule = function insertWhatMatters(rule, place) {
  return insertRule.call(this, /display|visibility|pointer-events/.test(rule) ? rule : '@media print {}', place);
};
