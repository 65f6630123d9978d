import { mkdirSync, mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import request from 'supertest';
import { beforeAll, describe, expect, test } from 'vitest';
import { createApp } from '../../server/app.ts';

describe('the server', () => {
  const folder = mkdtempSync(join(tmpdir(), 'vignette-server-'));
  const app = createApp({ web: join(folder, 'web'), demo: join(folder, 'demo') });
  beforeAll(() => {
    mkdirSync(join(folder, 'web', 'assets'), { recursive: true });
    mkdirSync(join(folder, 'demo'));
    writeFileSync(join(folder, 'web', 'index.html'), '<title>Vignette</title>');
    writeFileSync(join(folder, 'web', 'assets', 'a.js'), 'export {}');
  });

  test('gives the application at every address of a view', async () => {
    for (const path of ['/', '/shot/abc/desk']) {
      const answer = await request(app).get(path);
      expect(answer.status).toBe(200);
      expect(answer.text).toContain('Vignette');
    }
  });
  test('says so when there is no demo pack', async () => {
    const answer = await request(app).get('/api/demo');
    expect(answer.body).toEqual({ packs: [] });
  });
  test('gives the demo pack and its files', async () => {
    writeFileSync(
      join(folder, 'demo', 'packs.json'),
      JSON.stringify({ packs: [{ title: 'Lamp', url: '/api/demo/lamp.vignette' }] }),
    );
    writeFileSync(join(folder, 'demo', 'lamp.vignette'), 'PK');
    expect((await request(app).get('/api/demo')).body.packs).toHaveLength(1);
    expect((await request(app).get('/api/demo/lamp.vignette').buffer(true)).status).toBe(200);
  });
  test('an address that is not there is not the application', async () => {
    const answer = await request(app).get('/api/nothing');
    expect(answer.status).toBe(404);
    expect(answer.body.error).toMatch(/nothing at this address/);
  });
  test('a part of an earlier build that is gone is not answered with the page', async () => {
    const answer = await request(app).get('/assets/gone-worker.js');
    expect(answer.status).toBe(404);
    expect(answer.headers['content-type']).not.toMatch(/html/);
    expect(answer.headers['cache-control'] ?? '').not.toMatch(/immutable/);
  });
  test('lets the page load only from itself', async () => {
    const answer = await request(app).get('/');
    expect(answer.headers['content-security-policy']).toContain("default-src 'self'");
    expect(answer.headers['x-powered-by']).toBeUndefined();
  });
});
