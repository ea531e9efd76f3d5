import { cleanup, configure, getConfig } from '@testing-library/react';
import { unstable_NormalPriority as normal, unstable_scheduleCallback as schedule } from 'scheduler';
import { forgetPersonal } from '../src/stored/stored';

// A button that is seen can be pressed only after the effects of its drawing, which React leaves for a later task: a test that
// found it on a busy machine was quicker, and what it pressed did nothing.
const { asyncWrapper } = getConfig();
configure({
  asyncWrapper: (wait) =>
    asyncWrapper(async () => {
      const found = await wait();
      await new Promise<void>((resolve) => schedule(normal, () => resolve()));
      return found;
    }),
});

// What one test typed or chose is not there in the next.
afterEach(() => {
  cleanup();
  forgetPersonal();
});
