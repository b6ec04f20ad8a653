import { X509Certificate } from 'node:crypto';
import { mkdtempSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, expect, test } from 'vitest';
import { certificate, hasPhrase, makePhrase, ownNames, WORDS } from './lan.mjs';

describe('opening to the network', () => {
  test('a phrase is five words of the list, none of which is there twice in it', () => {
    expect(new Set(WORDS).size).toBe(WORDS.length);
    expect(WORDS.length).toBeGreaterThanOrEqual(128);
    expect(WORDS.every((w) => /^[a-z]{4,8}$/.test(w))).toBe(true);
    expect(makePhrase()).toMatch(/^[a-z]+( [a-z]+){4}$/);
    let n = 0;
    expect(makePhrase(() => n++)).toBe(WORDS.slice(0, 5).join(' '));
  });

  test('this computer’s names: outward addresses of the old kind, and its own name', () => {
    const lo = { family: 'IPv4', internal: true, address: '127.0.0.1' };
    const out = { family: 'IPv4', internal: false, address: '192.168.1.5' };
    const six = { family: 'IPv6', internal: false, address: 'fe80::1' };
    expect(ownNames({ lo: [lo], eth0: [out, six], none: undefined }, 'Shed')).toEqual({
      addresses: ['192.168.1.5'],
      names: ['shed', 'shed.local']
    });
  });

  test('a certificate names every address, is kept for its owner only, and is made anew for another address', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'haversack-cert-'));
    try {
      const first = await certificate(folder, ['127.0.0.1', 'shed.local']);
      const read = new X509Certificate(first.cert);
      expect(read.checkHost('shed.local')).toBe('shed.local');
      expect(read.checkIP('127.0.0.1')).toBe('127.0.0.1');
      expect(statSync(join(folder, 'network-certificate.json')).mode & 0o777).toBe(0o600);
      expect((await certificate(folder, ['shed.local'])).cert).toBe(first.cert);
      const other = await certificate(folder, ['10.0.0.9']);
      expect(new X509Certificate(other.cert).checkIP('10.0.0.9')).toBe('10.0.0.9');
      expect(hasPhrase(folder)).toBe(false);
    } finally {
      rmSync(folder, { recursive: true, force: true });
    }
  });
});
