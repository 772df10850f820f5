import { newSecret } from '../testing/device';
import { keyFrom, sealBy } from './seal';
import { memoryCupboard, storeOf } from './store';

const WORD = 'numbness in the left hand';

describe('what lies in the browser’s store', () => {
  it('comes back as it was, for its person', async () => {
    const store = storeOf('runa', memoryCupboard(), sealBy(await keyFrom(newSecret())));
    await store.change([['letter/1', { word: WORD, n: [1, null] }]], []);
    expect(await store.all()).toEqual(new Map([['letter/1', { word: WORD, n: [1, null] }]]));
    await store.change([['letter/2', 2]], ['letter/1']);
    expect(await store.all()).toEqual(new Map([['letter/2', 2]]));
  });

  it('is legible to nobody without the key', async () => {
    const cupboard = memoryCupboard();
    const store = storeOf('runa', cupboard, sealBy(await keyFrom(newSecret())));
    await store.change([['letter/1', { word: WORD }]], []);
    for (const [name, { data }] of await cupboard.read()) {
      expect(name + Buffer.from(data).toString('latin1')).not.toContain('numbness');
    }
    const stranger = storeOf('runa', cupboard, sealBy(await keyFrom(newSecret())));
    expect(await stranger.all()).toEqual(new Map());
  });

  it('is not shown to another person, and cannot be passed off as theirs', async () => {
    const cupboard = memoryCupboard();
    const secret = newSecret();
    const key = sealBy(await keyFrom(secret));
    await storeOf('runa', cupboard, key).change([['letter/1', WORD]], []);
    expect(await storeOf('idris', cupboard, key).all()).toEqual(new Map());
    // The same sealed thing under another name does not open.
    const [sealed] = await cupboard.read();
    await cupboard.write(
      [['idris/letter/1', sealed?.[1] ?? { nonce: new Uint8Array(), data: new ArrayBuffer(0) }]],
      [],
    );
    expect(await storeOf('idris', cupboard, key).all()).toEqual(new Map());
  });

  it('cannot be opened once it was altered', async () => {
    const cupboard = memoryCupboard();
    const store = storeOf('runa', cupboard, sealBy(await keyFrom(newSecret())));
    await store.change([['letter/1', WORD]], []);
    const [[, sealed] = ['', null]] = await cupboard.read();
    new Uint8Array(sealed?.data ?? new ArrayBuffer(0)).reverse();
    expect(await store.all()).toEqual(new Map());
  });

  it('is sealed by a key that scripts can use and not take out', async () => {
    const key = await keyFrom(newSecret());
    expect(key.extractable).toBe(false);
    await expect(crypto.subtle.exportKey('raw', key)).rejects.toThrow();
  });
});
