import { type Devices, type PairingCode } from '@elwand/core';
import { randomBytes } from 'node:crypto';
import { Router, type Response } from 'express';
import { rateLimit } from 'express-rate-limit';
import { toString as qrCode } from 'qrcode';
import { DeviceRow } from '../database.ts';
import { COOKIE, COOKIE_MS, onlyAtThisMachine, type Pairings } from '../lan.ts';
import { PAIRING_MS, PAIRING_TRIES } from '../limits.ts';
import { pairingPage } from '../pages.ts';
import { notFound } from '../problem.ts';
import { idOf } from './asked.ts';

export interface Lan {
  readonly pairings: Pairings;
  /** Address of this machine on the house network, for the QR code. */
  readonly address: string;
  /** Cookies go over TLS only. */
  readonly secure: boolean;
}

export const pairingAddress = (lan: Lan, code: string): string => `${lan.address}/pair?code=${code}`;

/** Devices of the house network: a code to pair one, the list, revoking. Only at the machine itself. */
export function deviceRoutes(lan: Lan | undefined): Router {
  const routes = Router();
  routes.get('/devices', onlyAtThisMachine, async (_request, response) => {
    const devices = lan ? await DeviceRow.findAll({ order: [['pairedAt', 'DESC']] }) : [];
    const body: Devices = {
      lan: lan !== undefined,
      address: lan?.address ?? null,
      devices: devices.map(({ id, name, pairedAt, seenAt }) => ({
        id,
        name,
        pairedAt: pairedAt.toISOString(),
        seenAt: seenAt.toISOString(),
      })),
    };
    response.json(body);
  });
  routes.post('/devices/code', onlyAtThisMachine, async (_request, response) => {
    if (!lan) throw notFound('way in from the network: start Elwand with --lan');
    const { code, expiresAt } = lan.pairings.renew();
    const address = pairingAddress(lan, code);
    const body: PairingCode = {
      code,
      address,
      expiresAt: expiresAt.toISOString(),
      qr: await qrCode(address, { type: 'svg', margin: 1 }),
    };
    response.status(201).json(body);
  });
  routes.delete('/devices/:id', onlyAtThisMachine, async (request, response) => {
    const count = await DeviceRow.destroy({ where: { id: idOf(request) } });
    if (count === 0) throw notFound('such device');
    response.status(204).end();
  });
  return routes;
}

/** The page on which a device shows the code. Few tries: eight letters are not guessed in them. */
export function pairingRoutes(lan: Lan, now: () => Date): Router {
  const routes = Router();
  const show = (response: Response, code: string, said: string, status: number) =>
    response
      .status(status)
      .set('Cache-Control', 'no-store')
      .type('html')
      .send(pairingPage(code.slice(0, 20), said));
  const tries = rateLimit({
    windowMs: PAIRING_MS,
    limit: PAIRING_TRIES,
    standardHeaders: true,
    legacyHeaders: false,
    skip: (request) => request.query.go !== '1',
    skipSuccessfulRequests: true,
    handler: (_request, response) => {
      show(response, '', 'Too many tries. Wait ten minutes, then use a new code.', 429);
    },
  });
  routes.get('/pair', tries, async (request, response) => {
    const { code, go, name } = request.query;
    const typed = typeof code === 'string' ? code : '';
    if (go !== '1') {
      show(response, typed, '', 200);
      return;
    }
    if (!lan.pairings.take(typed)) {
      show(response, typed, 'This code is not right, or too old. Get a new one on the machine.', 403);
      return;
    }
    const id = randomBytes(16).toString('hex');
    const called = typeof name === 'string' && name.trim() !== '' ? name.trim().slice(0, 120) : 'Phone';
    await DeviceRow.create({ id, name: called, pairedAt: now(), seenAt: now() });
    response.cookie(COOKIE, id, {
      signed: true,
      httpOnly: true,
      sameSite: 'strict',
      secure: lan.secure,
      maxAge: COOKIE_MS,
    });
    response.redirect(303, '/');
  });
  return routes;
}
