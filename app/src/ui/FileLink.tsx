import { createElement } from 'react';
import { palette } from './palette';
import { fonts, thumb } from './theme';

/** A way to a file or a page that is not the app's, in a tab of its own. */
export function FileLink({ href, title }: { readonly href: string; readonly title: string }) {
  const { terracotta } = palette;
  const style = {
    display: 'inline-flex',
    alignItems: 'center',
    alignSelf: 'flex-start',
    minHeight: thumb,
    fontFamily: fonts.text,
    fontSize: 15,
    fontWeight: 600,
    color: terracotta,
  };
  return createElement('a', { href, target: '_blank', rel: 'noreferrer', style }, title);
}
