import { cleanup } from '@testing-library/react';
import { forgetPersonal } from '../src/stored/stored';

// What one test typed or chose is not there in the next.
afterEach(() => {
  cleanup();
  forgetPersonal();
});
