import { useEffect, useState } from 'react';
import type { Catalogue } from '@tienda/core/catalogue/extension';

/**
 * What was made out of something typed, as soon as the catalogue is there; of what is typed quickly the last counts.
 *
 * @param read the same function as long as it reads the same way
 */
export function useRead<Result>(
  typed: string,
  catalogue: Catalogue | undefined,
  nothing: Result,
  read: (typed: string, catalogue: Catalogue) => Promise<Result>,
): Result {
  const [result, setResult] = useState(nothing);
  useEffect(() => {
    if (!catalogue) return undefined;
    let isLatest = true;
    void read(typed, catalogue).then((made) => {
      if (isLatest) setResult(made);
    });
    return () => {
      isLatest = false;
    };
  }, [typed, catalogue, read]);
  return result;
}
