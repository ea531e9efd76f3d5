import { use, type ComponentType } from 'react';
import { withTables } from '../shop/name/tables';
import type * as Screens from './screens';

let screens: typeof Screens | undefined;
let fetching: Promise<unknown> | undefined;
// Only the build, which waits for nothing, takes them in at once.
// oxlint-disable-next-line typescript/no-require-imports
if (typeof window === 'undefined') screens = require('./screens') as typeof Screens;

/** Fetches them, once: React draws what failed once more, and would ask for ever for what cannot be had. */
function fetchScreens(): Promise<unknown> {
  fetching ??= withTables(import('./screens')).then((found) => {
    screens = found;
  });
  return fetching;
}

/** The addresses of the screens below; `/names/groups` and its like have pieces of their own. */
const drawnWithThem = /^\/(mail-target|names(\/records|\/[^/]+\.[^/]+(\/points)?)?)\/?$/;

/**
 * What a page that was written ahead of time needs before the script takes it over: without it there would be nothing to
 * take over with, and what stands there would go and come again.
 */
export async function fetchScreensOf(path: string): Promise<void> {
  // Where that fails the page says so itself.
  if (drawnWithThem.test(path)) await fetchScreens().catch(() => undefined);
}

function later(name: keyof typeof Screens): ComponentType {
  return function Later() {
    if (!screens) use(fetchScreens());
    const Screen = screens?.[name];
    return Screen ? <Screen /> : null;
  };
}

export const MailTargetScreen = later('MailTargetScreen');
export const ManyPointsScreen = later('ManyPointsScreen');
export const NameScreen = later('NameScreen');
export const NamesScreen = later('NamesScreen');
export const PointsScreen = later('PointsScreen');
