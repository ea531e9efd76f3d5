import { createElement, type RefObject } from 'react';

interface FileInputProps {
  /** `click()` on it opens the browser's choice of files. */
  readonly ref: RefObject<HTMLInputElement | null>;
  readonly label: string;
  /** Kinds of files, as the HTML standard writes them; CSV and text where left out. */
  readonly accept?: string;
  readonly onText: (text: string) => void;
}

/** The browser's own way to a CSV or text file; it shows nothing itself. */
export function FileInput({ ref, label, onText, accept = '.csv,.txt,text/csv,text/plain' }: FileInputProps) {
  return createElement('input', {
    ref,
    type: 'file',
    accept,
    hidden: true,
    tabIndex: -1,
    'aria-label': label,
    onChange: (event: { target: HTMLInputElement }) => {
      void event.target.files?.[0]?.text().then(onText);
      event.target.value = '';
    },
  });
}
