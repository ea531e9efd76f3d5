import { fireEvent, screen, waitFor } from '@testing-library/react';
import { Profiler, useState } from 'react';
import { exampleExtension } from '../../../../core/test/catalogue';
import { show } from '../../../test/shop';
import { rowFor } from '../../shop/name/rows';
import type { Item } from './items';
import { ResultList } from './ResultList';

jest.mock('expo-router', () => ({ Link: ({ children }: { children: React.ReactNode }) => children }));

const org = exampleExtension('org', {});
const items: Item[] = Array.from({ length: 30 }, (_, i) => {
  const row = rowFor(`w${i}.org`, `w${i}`, org, undefined, 1);
  return { type: 'row', key: row.key, row };
});
const nothing = () => undefined;

/** A list of names, in an order that a button changes. @param seen what each drawing leaves on screen */
function Listed({ seen }: { readonly seen: string[] }) {
  const [order, setOrder] = useState('relevance');
  const count = () => {
    const names = screen.queryAllByLabelText(/^More about/).length;
    seen.push(`${names}${screen.queryByText(/yearly fee included/) ? ' and the foot' : ''}`);
  };
  return (
    <Profiler id="list" onRender={count}>
      <button onClick={() => setOrder('keep')}>Another order</button>
      <ResultList
        items={items}
        order={order}
        header={null}
        settled
        waiting={false}
        refused={false}
        horizon={5}
        rate="1"
        inBasket={new Set()}
        only={undefined}
        selected={undefined}
        startAt={0}
        onScroll={nothing}
        onToggle={nothing}
        onOpen={nothing}
        onOnly={nothing}
      />
    </Profiler>
  );
}

test('names are drawn in small steps, what stands below them once all are there; so again in another order', async () => {
  const seen: string[] = [];
  show(<Listed seen={seen} />);
  const steps = ['1', '5', '9', '13', '30 and the foot'];
  await waitFor(() => expect([...new Set(seen)]).toEqual(steps));
  seen.length = 0;
  fireEvent.click(screen.getByRole('button', { name: 'Another order' }));
  await waitFor(() => expect([...new Set(seen)]).toEqual(steps));
});
