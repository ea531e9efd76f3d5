import { useMutation } from '@tanstack/react-query';
import { call } from '../../api/client';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Failure } from '../../ui/Empty';
import { Instead } from './Instead';

/** In the place of a screen that failed, or that could not be fetched; the places beside it go on working. */
export function NotShownScreen() {
  // What was lost stays lost until the page is loaded anew; without a network that would leave nothing at all.
  const again = useMutation({
    mutationFn: () => call<unknown>('GET', '/api/health'),
    onSuccess: () => window.location.reload(),
  });
  return (
    <Instead {...texts.notShown}>
      <Action title={texts.again} busy={again.isPending} onPress={() => again.mutate()} />
      {again.isError ? <Failure fault={again.error} /> : null}
    </Instead>
  );
}
