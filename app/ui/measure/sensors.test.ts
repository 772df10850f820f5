import { gravityOf, type Gravity } from '#core/measurement';
import { MOST_BYTES, takePicture } from './pictureFile';
import { deviceTilt } from './tiltMeter';

// Where modules are native, Jest’s own object is reached by way of the module.
const timers = import.meta.jest;
const stand = globalThis as unknown as Record<string, unknown>;
const NAMES = ['DeviceOrientationEvent', 'window', 'createImageBitmap', 'document'];
const before = NAMES.map((name) => [name, stand[name]] as const);
const forget = () => {
  for (const [name, value] of before) stand[name] = value;
};
afterEach(() => {
  forget();
  timers.useRealTimers();
});

/** The browser knows such events; that is all that is asked of it. */
const Sensed = { name: 'DeviceOrientationEvent' };

/** A window that hands tilt events to whoever listens. */
class Windowed {
  readonly hearers = new Set<(event: object) => void>();
  addEventListener(_name: string, hear: (event: object) => void) {
    this.hearers.add(hear);
  }
  removeEventListener(_name: string, hear: (event: object) => void) {
    this.hearers.delete(hear);
  }
  turn(beta: number | null, gamma: number | null) {
    for (const hear of this.hearers) hear({ beta, gamma });
  }
}

describe('the tilt sensor of a machine', () => {
  it('is heard as gravity, from its first event until one stops listening', async () => {
    const windowed = new Windowed();
    Object.assign(stand, { window: windowed, DeviceOrientationEvent: Sensed });
    const heard: Gravity[] = [];
    const listening = deviceTilt.listen((gravity) => heard.push(gravity));
    await Promise.resolve();
    // Some browsers send an empty event first: that is no reading.
    windowed.turn(null, null);
    expect(heard).toEqual([]);
    windowed.turn(30, 0);
    const stop = await listening;
    windowed.turn(31, 2);
    expect(heard).toEqual([gravityOf(30, 0), gravityOf(31, 2)]);
    stop();
    expect(windowed.hearers.size).toBe(0);
  });

  it('that is silent is given up with a sentence, and not listened to any more', async () => {
    timers.useFakeTimers();
    const windowed = new Windowed();
    Object.assign(stand, { window: windowed, DeviceOrientationEvent: Sensed });
    const listening = deviceTilt.listen(() => undefined);
    const said = expect(listening).rejects.toThrow('no tilt sensor');
    await timers.advanceTimersByTimeAsync(2_000);
    await said;
    expect(windowed.hearers.size).toBe(0);
  });

  it('that the browser may not read, or does not know, says so', async () => {
    await expect(deviceTilt.listen(() => undefined)).rejects.toThrow('knows no tilt sensor');
    stand.DeviceOrientationEvent = { requestPermission: () => Promise.resolve('denied') };
    await expect(deviceTilt.listen(() => undefined)).rejects.toThrow('was not allowed');
  });
});

/** A browser that draws pictures of a size; what it drew them to is remembered. */
function drawing(width: number, height: number) {
  const drawn: number[][] = [];
  const canvas = {
    width: 0,
    height: 0,
    getContext: () => ({
      drawImage: (_: unknown, ...at: number[]) => drawn.push(at),
    }),
    toBlob: (done: (blob: Blob | null) => void) => done(new Blob(['x'], { type: 'image/jpeg' })),
    toDataURL: () => 'data:image/jpeg;base64,eA==',
  };
  Object.assign(stand, {
    createImageBitmap: () => Promise.resolve({ width, height, close: () => undefined }),
    document: { createElement: () => canvas },
  });
  return { drawn, canvas };
}

describe('a picture that is taken in', () => {
  it.each([
    [800, 600, 800, 600],
    [3200, 2400, 1600, 1200],
    [1000, 4000, 400, 1600],
    [9000, 1, 1600, 1],
  ])('%i × %i is drawn anew as %i × %i, its shape kept', async (width, height, toW, toH) => {
    const { drawn } = drawing(width, height);
    const taken = await takePicture(new File(['x'], 'stage.jpg'));
    expect([taken.width, taken.height]).toEqual([toW, toH]);
    expect(drawn).toEqual([[0, 0, toW, toH]]);
    expect(taken.blob.type).toBe('image/jpeg');
    expect(taken.address).toMatch(/^data:image\/jpeg/);
  });

  it('is refused in a sentence when it is too large, or no picture at all', async () => {
    drawing(10, 10);
    const large = { size: MOST_BYTES + 1 } as File;
    await expect(takePicture(large)).rejects.toThrow(/larger than 12 MB\. Take a smaller one\./);
    stand.createImageBitmap = () => Promise.reject(new Error('InvalidStateError'));
    await expect(takePicture(new File(['x'], 'notes.txt'))).rejects.toThrow(
      'no picture this can read',
    );
  });

  it('says so where the browser cannot draw it', async () => {
    const { canvas } = drawing(10, 10);
    canvas.toBlob = (done) => done(null);
    await expect(takePicture(new File(['x'], 'a.png'))).rejects.toThrow('could not be drawn');
  });
});
