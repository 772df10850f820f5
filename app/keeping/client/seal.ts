/** What seals and opens what lies in the browser’s stores. */
export interface Seal {
  close: (name: string, value: unknown) => Promise<Sealed>;
  /** @throws when it was sealed by another key, under another name, or is damaged */
  open: (name: string, sealed: Sealed) => Promise<unknown>;
}

export interface Sealed {
  /** The nonce: 12 bytes, new each time. */
  nonce: Uint8Array<ArrayBuffer>;
  data: ArrayBuffer;
}

const NONCE_BYTES = 12;

/**
 * Makes a key of a person’s secret that can be used but not taken out of the browser.
 *
 * @param secret 32 bytes, base64url
 */
export function keyFrom(secret: string): Promise<CryptoKey> {
  const binary = atob(secret.replaceAll('-', '+').replaceAll('_', '/'));
  const bytes = Uint8Array.from(binary, (letter) => letter.charCodeAt(0));
  return crypto.subtle.importKey('raw', bytes, 'AES-GCM', false, ['encrypt', 'decrypt']);
}

/** Seals by AES-GCM: what is opened is what was closed under the same name, whole, or nothing. */
export function sealBy(key: CryptoKey): Seal {
  const named = (name: string, nonce: Uint8Array<ArrayBuffer>) => ({
    name: 'AES-GCM',
    iv: nonce,
    additionalData: new TextEncoder().encode(name),
  });
  return {
    close: async (name, value) => {
      const nonce = crypto.getRandomValues(new Uint8Array(NONCE_BYTES));
      const text = new TextEncoder().encode(JSON.stringify(value));
      return { nonce, data: await crypto.subtle.encrypt(named(name, nonce), key, text) };
    },
    open: async (name, { nonce, data }) => {
      const text = await crypto.subtle.decrypt(named(name, nonce), key, data);
      return JSON.parse(new TextDecoder().decode(text)) as unknown;
    },
  };
}
