/** The doors of the queue, as far as they are the same with and without a Redis. What lies in it is tested with one. */
import { mkdirSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import request from 'supertest';
import { describe, expect, test } from 'vitest';
import { createApp } from '../../server/app.ts';
import { NO_QUEUE, type QueueSettings } from '../../server/queue.ts';

const root = mkdtempSync(join(tmpdir(), 'vignette-doors-'));
const folder = join(root, 'shots');
mkdirSync(folder);
writeFileSync(join(root, 'secret.mp4'), 'no');
writeFileSync(join(folder, 'lamp.vignette'), 'PK shot');

const appOf = (queue: Partial<QueueSettings>) =>
  createApp({ web: join(root, 'web'), demo: join(root, 'demo') }, { ...NO_QUEUE, ...queue });
/** Nobody answers there. */
const redis = 'redis://127.0.0.1:9';
const open = appOf({ redis, folder });

describe('without a Redis address', () => {
  const app = appOf({});
  test('there is no queue, and that is said', async () => {
    const { status, body } = await request(app).get('/api/queue');
    expect(status).toBe(200);
    expect(body).toEqual({ there: false, why: expect.stringMatching(/VIGNETTE_REDIS/) });
    expect((await request(app).get('/api/queue/there')).body).toEqual({ there: false });
  });
  test('no door of it is open', async () => {
    for (const path of ['stop', 'again', 'files/lamp.vignette'])
      expect((await request(app).post(`/api/queue/${path}`).send({ id: 'x' })).status).toBe(404);
  });
});

describe('who may come in', () => {
  test('on this machine alone: nobody who calls it by another name', async () => {
    const { status, body } = await request(open).get('/api/queue/files/lamp.vignette').set('Host', 'elsewhere.example');
    expect(status).toBe(403);
    expect(body.error).toMatch(/this machine alone/);
  });
  test('on a network without a token: nobody', async () => {
    const { status, body } = await request(appOf({ redis, folder, alone: false })).get('/api/queue');
    expect(status).toBe(403);
    expect(body.error).toMatch(/VIGNETTE_TOKEN/);
  });
  test('with a token: who has it', async () => {
    const app = appOf({ redis, folder, alone: false, token: 'lamp-oil' });
    const get = (header?: string) => {
      const asked = request(app).get('/api/queue/files/lamp.vignette');
      return header ? asked.set('Authorization', header) : asked;
    };
    expect((await get()).status).toBe(401);
    expect((await get('Bearer lamp')).status).toBe(401);
    expect((await get('lamp-oil')).status).toBe(401);
    expect((await get('Bearer lamp-oil').buffer(true)).status).toBe(200);
  });
  test('a form of a page elsewhere stops nothing', async () => {
    const { status } = await request(open)
      .post('/api/queue/stop')
      .type('form')
      .send({ id: `d${'0'.repeat(24)}` });
    expect(status).toBe(415);
  });
});

test('a Redis that does not answer is told at once', async () => {
  const { status, body } = await request(open).get('/api/queue');
  expect(status).toBe(503);
  expect(body.error).toMatch(/Redis is not reached/);
});

describe('files', () => {
  test('of the folder are handed out, no others', async () => {
    const { status, body } = await request(open).get('/api/queue/files/lamp.vignette').buffer(true);
    expect(status).toBe(200);
    expect(body.toString()).toBe('PK shot');
    for (const path of ['..%2Fsecret.mp4', '%2e%2e/secret.mp4', '..%2f..%2fetc%2fhostname'])
      expect((await request(open).get(`/api/queue/files/${path}`)).status, path).not.toBe(200);
    expect((await request(open).get('/api/queue/files/nobody.vignette')).status).toBe(404);
  });
  test('that are delivered are put into it; shots are not, and nothing beside it', async () => {
    const put = (path: string) => request(open).put(`/api/queue/files/${path}`).send(Buffer.from('movie'));
    expect((await put('delivered/lamp.mp4')).status).toBe(200);
    expect(readFileSync(join(folder, 'delivered', 'lamp.mp4'), 'utf8')).toBe('movie');
    expect((await put('delivered/lamp.mp4.part-1-of-2')).status).toBe(200);
    expect((await put('lamp.vignette')).status).toBe(400);
    expect((await put('..%2Fsecret.mp4')).status).toBe(400);
    expect(readFileSync(join(folder, 'lamp.vignette'), 'utf8')).toBe('PK shot');
    expect(readFileSync(join(root, 'secret.mp4'), 'utf8')).toBe('no');
  });
  test('only parts are removed', async () => {
    expect((await request(open).delete('/api/queue/files/delivered/lamp.mp4.part-1-of-2')).status).toBe(200);
    expect((await request(open).delete('/api/queue/files/delivered/lamp.mp4')).status).toBe(400);
    expect((await request(open).delete('/api/queue/files/lamp.vignette')).status).toBe(400);
  });
});
