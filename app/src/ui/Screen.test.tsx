import { render, screen } from '@testing-library/react';
import { createElement, type ReactNode } from 'react';
import { Screen } from './Screen';
import { Text } from './Text';

jest.mock('expo-router', () => ({
  Link: ({ href, children }: { href: string; children: ReactNode }) => createElement('a', { href }, children),
}));

test('a screen leads to the one that it belongs to, before it says what it is', () => {
  render(
    <Screen title="Groups" back={{ href: '/names', title: 'All names' }}>
      <Text>none yet</Text>
    </Screen>,
  );
  const up = screen.getByRole('link', { name: '← All names' });
  expect(up.getAttribute('href')).toBe('/names');
  const title = screen.getByRole('heading', { level: 1, name: 'Groups' });
  expect(up.compareDocumentPosition(title) & Node.DOCUMENT_POSITION_FOLLOWING).toBeTruthy();
});
