import { useEffect, useState } from 'react';
import { correctedNow } from '../visit-engine/clock';

/** The moment now by the server's clock, ms since 1970, updated every second while the component is shown. */
export function useNow(): number {
  const [now, setNow] = useState(correctedNow);
  useEffect(() => {
    const timer = setInterval(() => setNow(correctedNow()), 1000);
    return () => clearInterval(timer);
  }, []);
  return now;
}
