import { useEffect, useState } from 'react';
import { ownerHere } from '~/keeping/client/keys';

/** Who this device is of, when the page came from the device itself; undefined while it is being looked up. */
export function useOwner(fromDevice: boolean): string | null | undefined {
  const [owner, setOwner] = useState<string | null | undefined>(undefined);
  useEffect(() => {
    if (!fromDevice) return;
    let left = false;
    void ownerHere().then((found) => {
      if (!left) setOwner(found);
    });
    return () => {
      left = true;
    };
  }, [fromDevice]);
  return owner;
}
