import { json } from '@sveltejs/kit';
import { z } from 'zod';
import { answer, ApiError } from '$lib/server/errors.ts';
import { theLan } from '$lib/server/lan/lan.ts';
import { COOKIE, SESSION_S } from '$lib/server/lan/session.ts';
import { readJson } from '$lib/server/read-json.ts';

const entered = z.union([
  z.strictObject({ phrase: z.string().min(1).max(200) }),
  z.strictObject({ pass: z.string().min(1).max(60) })
]);

/** Lets a device of the network in. */
export const POST = ({ request, cookies, getClientAddress }) =>
  answer(async () => {
    const lan = theLan();
    if (!lan) throw new ApiError(404, 'Haversack is not open to the network.');
    const given = entered.safeParse(await readJson(request));
    if (!given.success) throw new ApiError(400, 'Type the pass phrase.');
    const session = await lan.enter(given.data, getClientAddress(), Date.now());
    cookies.set(COOKIE, session, {
      path: '/',
      httpOnly: true,
      sameSite: 'strict',
      secure: lan.https,
      maxAge: SESSION_S
    });
    return json({ ok: true });
  });
