import { AheadAnswers, type AheadAsked } from './aheadAnswers';

/** Reckons the years ahead beside the page. */
const answers = new AheadAnswers();

self.onmessage = ({ data }: MessageEvent<AheadAsked>) => {
  self.postMessage({ id: data.id, view: answers.answer(data) });
};
