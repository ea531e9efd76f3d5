import { useServerDocumentContext } from 'expo-router/html';
import type { ReactNode } from 'react';
import { languageStore } from '../texts/language';
import { texts } from '../texts/texts';

const preloaded = ['next', 'mono'].map((cut) => `/fonts/atkinson-hyperlegible-${cut}-latin-wght-normal.woff2`);

/** The document around every page, written ahead of time; nothing of it runs in the browser. */
export default function Document({ children }: { readonly children: ReactNode }) {
  const { bodyNodes, headNodes } = useServerDocumentContext();
  return (
    // The class goes when the script has taken over what was written ahead of time.
    <html lang={languageStore.get()} className="ahead">
      <head>
        <meta charSet="utf-8" />
        <meta name="viewport" content="width=device-width, initial-scale=1" />
        <meta name="color-scheme" content="light dark" />
        <meta name="description" content={texts.slogan} />
        <link rel="icon" href="/door.svg" type="image/svg+xml" />
        {preloaded.map((href) => (
          <link key={href} rel="preload" href={href} as="font" type="font/woff2" crossOrigin="" />
        ))}
        <link rel="stylesheet" href="/palette.css" />
        <link rel="stylesheet" href="/base.css" />
        {headNodes}
      </head>
      <body>
        <noscript>{texts.noScript}</noscript>
        {children}
        {bodyNodes}
      </body>
    </html>
  );
}
