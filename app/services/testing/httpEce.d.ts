declare module 'http_ece' {
  import type { ECDH } from 'node:crypto';

  const ece: {
    /** Opens a body of the encrypted content encoding; RFC 8188. */
    decrypt: (
      body: Buffer,
      parameters: { version: 'aes128gcm'; privateKey: ECDH; authSecret: string },
    ) => Buffer;
  };
  export default ece;
}
