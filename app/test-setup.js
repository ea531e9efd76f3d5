/** Browsers have these; the simulated one of the tests has not. */
const { ReadableStream, TextDecoderStream } = require('node:stream/web');
const { TextDecoder, TextEncoder } = require('node:util');

Object.assign(globalThis, { ReadableStream, TextDecoder, TextDecoderStream, TextEncoder });
