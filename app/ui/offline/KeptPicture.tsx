import { useDrawing } from './useDrawing';

/** A drawing from the practice or, without a line, from the device; nothing while it is not to be had. */
export function KeptPicture({ address, says }: { address: string; says: string }) {
  const { from, failed } = useDrawing(address);
  return from === null ? null : <img src={from} alt={says} onError={failed} />;
}
