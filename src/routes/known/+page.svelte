<script lang="ts">
  import { ownDevicePart } from '@haversack/core/demand/own-device';
  import type { Box } from '@haversack/core/box/schema';
  import { fixed } from '@haversack/core/quantity/format';
  import { onMount } from 'svelte';
  import { resolve } from '$app/paths';
  import { request } from '$lib/client/api.ts';
  import type { Known } from '$lib/server/today.ts';
  import PageHead from '$lib/ui/PageHead.svelte';
  import { ownDay } from '$lib/ui/days.ts';

  /** What was learnt over all boxes. */
  let known = $state.raw<Known | undefined>();
  let problem = $state('');
  let said = $state('');
  let used = $state<string[]>([]);
  onMount(() => {
    request<Known>('GET', '/api/known')
      .then((got) => (known = got))
      .catch((e: Error) => (problem = e.message));
  });
  /** Puts a device with its real draw among the person's own parts: every new box offers it then. */
  async function use(d: Known['devices'][number]): Promise<void> {
    try {
      const [{ document }, { parts }] = await Promise.all([
        request<{ document: Box }>('GET', `/api/boxes/${d.boxId}`),
        request<{ parts: { id: string }[] }>('GET', '/api/parts')
      ]);
      const device = document.devices.find((k) => k.id === d.deviceId);
      if (!device) throw new Error(`${d.name} is not in ${d.boxName} any more.`);
      const part = ownDevicePart(
        device,
        parts.map((p) => p.id)
      );
      await request('PUT', '/api/parts', part);
      used = [...used, `${d.boxId} ${d.deviceId}`];
      said = `${d.name} stands among your own parts: every new box offers it with ${fixed(d.mostW, 1)} W.`;
      problem = '';
    } catch (e) {
      problem = (e as Error).message;
    }
  }
</script>

<div class="min-h-screen bg-paper">
  <PageHead title="Over all boxes" />
  <main class="mx-auto grid max-w-[1080px] gap-6 p-6 max-sm:p-3">
    {#if problem}<p role="alert" class="text-stop">{problem}</p>{/if}
    {#if said}<p role="status">{said}</p>{/if}
    {#if known}
      <section aria-label="What my devices draw" class="min-w-0">
        <h2 class="mb-1">What my devices really draw</h2>
        {#if known.devices.length === 0}<p class="max-w-xl text-ink2">
            A device whose draw was measured, on the test sheet or by the logbook, stands here and may be taken into
            every new box.
          </p>{:else}
          <div class="overflow-x-auto">
            <table class="sheet">
              <caption class="sr-only">Measured and learnt draws</caption>
              <thead
                ><tr
                  ><th>Device</th><th>In</th><th class="num">At most</th><th class="num">±</th><th>Known by</th><th
                    ><span class="sr-only">Use</span></th
                  ></tr
                ></thead
              >
              <tbody
                >{#each known.devices as d (`${d.boxId} ${d.deviceId}`)}<tr
                    ><th scope="row">{d.name}</th><td
                      ><a class="underline" href={resolve('/box/[id]/outing', { id: d.boxId })}>{d.boxName}</a></td
                    ><td class="num n">{fixed(d.mostW, 1)} W</td><td class="num n"
                      >{fixed(d.spreadFraction * 100, 0)} %</td
                    ><td>{d.note || 'measured'}</td><td
                      ><button
                        type="button"
                        class="btn !h-9"
                        disabled={used.includes(`${d.boxId} ${d.deviceId}`)}
                        aria-label="Use {d.name} of {d.boxName} in new boxes"
                        onclick={() => use(d)}>Use in new boxes</button
                      ></td
                    ></tr
                  >{/each}</tbody
              >
            </table>
          </div>
        {/if}
      </section>
      <section aria-label="What failed" class="min-w-0">
        <h2 class="mb-1">What failed</h2>
        {#if known.faults.length === 0}<p class="text-ink2">No fault was recorded.</p>{:else}
          <div class="overflow-x-auto">
            <table class="sheet">
              <caption class="sr-only">Faults of all boxes, newest first</caption>
              <thead><tr><th>Day</th><th>Box</th><th>What</th><th>Cause</th><th>Part</th></tr></thead>
              <tbody
                >{#each known.faults as f, i (i)}<tr
                    ><th scope="row" class="n whitespace-nowrap">{ownDay(f.day)}</th><td>{f.boxName}</td><td
                      >{f.what}</td
                    ><td>{f.cause}</td><td>{f.partName}</td></tr
                  >{/each}</tbody
              >
            </table>
          </div>
        {/if}
      </section>
      <section aria-label="What it cost">
        <h2 class="mb-1">What it all cost</h2>
        <dl class="grid max-w-md grid-cols-[1fr_auto] gap-x-6 gap-y-1">
          <dt>Batteries, at what was paid</dt>
          <dd class="n text-right">{fixed(known.costs.batteries, 2)}</dd>
          <dt>Orders</dt>
          <dd class="n text-right">{fixed(known.costs.orders, 2)}</dd>
          <dt>Renewals</dt>
          <dd class="n text-right">{fixed(known.costs.renewals, 2)}</dd>
          <dt class="border-t border-line2 pt-1 font-semibold">Together</dt>
          <dd class="n border-t border-line2 pt-1 text-right font-semibold">{fixed(known.costs.together, 2)}</dd>
        </dl>
        <p class="lab mt-1">A battery that was bought with an order counts twice: leave its price empty then.</p>
      </section>
    {/if}
  </main>
</div>
