/** The Foley shelf as the server hands it out. */
import request from 'supertest';
import { describe, expect, test } from 'vitest';
import { createApp } from '../../server/app.ts';
import { FOLEY, readWav } from '../../src/core/sound/index.ts';

const app = createApp({ web: '/nowhere', demo: '/nowhere' });

describe('the shelf', () => {
  test('lists every sound with its name, what it may be looked for by, and how long it is', async () => {
    const { body } = await request(app).get('/api/foley').expect(200);
    expect(body).toHaveLength(FOLEY.length);
    for (const sound of body) {
      expect(sound.name).toBeTruthy();
      expect(sound.words).toBeTruthy();
      expect(sound.seconds).toBeGreaterThan(0.03);
    }
  });
  test('hands each out as a WAV as long as it says', async () => {
    const { body: list } = await request(app).get('/api/foley');
    for (const { id, seconds } of list.slice(0, 8)) {
      const { body, headers } = await request(app)
        .get(`/api/foley/${id}.wav`)
        .buffer(true)
        .parse((response, done) => {
          const parts: Buffer[] = [];
          response.on('data', (part) => parts.push(part));
          response.on('end', () => done(null, Buffer.concat(parts)));
        });
      expect(headers['content-type']).toContain('audio/wav');
      const { channels, rate } = readWav(new Uint8Array(body), id);
      expect(channels[0].length / rate).toBeCloseTo(seconds, 2);
    }
  });
  test('says so when there is none of the name', async () => {
    for (const file of ['nothing.wav', 'metal-click.mp3', '..%2F..%2Fsecret.wav'])
      await request(app).get(`/api/foley/${file}`).expect(404);
  });
});
