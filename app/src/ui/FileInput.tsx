import { createElement, type RefObject } from 'react';

interface FileInputProps {
  /** `click()` on it opens the browser's choice of files. */
  readonly ref: RefObject<HTMLInputElement | null>;
  readonly label: string;
  /** Kinds of files, as the HTML standard writes them; CSV and text where left out. */
  readonly accept?: string;
  /** What stands in the one that was chosen. */
  readonly onText?: (text: string) => void;
  /** Those that were chosen, where there may be several. */
  readonly onFiles?: (files: readonly File[]) => void;
}

/** The browser's own way to a CSV or text file; it shows nothing itself. */
export function FileInput({ ref, label, onText, onFiles, accept = '.csv,.txt,text/csv,text/plain' }: FileInputProps) {
  return createElement('input', {
    ref,
    type: 'file',
    accept,
    hidden: true,
    multiple: onFiles !== undefined,
    tabIndex: -1,
    'aria-label': label,
    onChange: (event: { target: HTMLInputElement }) => {
      const files = Array.from(event.target.files ?? []);
      if (files.length > 0) onFiles?.(files);
      if (onText) void files[0]?.text().then(onText);
      event.target.value = '';
    },
  });
}
