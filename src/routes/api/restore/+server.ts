import { z } from 'zod';
import { answer, ApiError } from '$lib/server/errors.ts';
import { readJson } from '$lib/server/read-json.ts';
import { restoreStore } from '$lib/server/store.ts';
import { endWork } from '$lib/server/work/ask.ts';

const body = z.strictObject({ backup: z.string().max(1000) });

export const POST = ({ request }) =>
  answer(async () => {
    const parsed = body.safeParse(await readJson(request));
    if (!parsed.success) throw new ApiError(400, 'Name the backup to restore.');
    // a thread would go on reading the file that is put aside
    await endWork();
    return { keptAside: await restoreStore(parsed.data.backup) };
  });
