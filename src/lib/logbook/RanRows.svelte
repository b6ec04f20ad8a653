<script lang="ts">
  import type { EntryOf } from '@haversack/core/logbook/record';
  import { parseQuantity } from '@haversack/core/quantity/parse';
  import { trimNumber } from '@haversack/core/quantity/format';
  import { useBox } from '$lib/client/use-box.ts';

  /** What did not run as planned: device by device, as planned, not at all, or so many hours. */
  let { ran = $bindable(), onchange }: { ran: EntryOf<'outing'>['ran']; onchange?: (() => void) | undefined } =
    $props();
  const open = useBox();
  let problems = $state<Record<string, string>>({});

  function put(deviceId: string, name: string, onH: number | undefined): void {
    const others = ran.filter((r) => r.deviceId !== deviceId);
    ran = onH === undefined ? others : [...others, { deviceId, name, onH }];
    onchange?.();
  }
  function hours(deviceId: string, name: string, text: string): void {
    if (text.trim() === '') return put(deviceId, name, undefined);
    const parsed = parseQuantity(text, 'duration', { min: 0, max: 2000 });
    if (!parsed.ok) problems = { ...problems, [deviceId]: parsed.message };
    else if (problems[deviceId]) problems = { ...problems, [deviceId]: '' };
    if (parsed.ok) put(deviceId, name, parsed.value);
  }
</script>

{#if open.doc.devices.length > 0}
  <fieldset class="grid gap-1">
    <legend class="lab">What ran, where it was not as planned</legend>
    {#each open.doc.devices as d (d.id)}
      {@const said = ran.find((r) => r.deviceId === d.id)}
      <div class="flex min-h-11 flex-wrap items-center gap-2 border-b border-line py-1">
        <span class="min-w-32 flex-1">{d.name}</span>
        <button
          type="button"
          class="chip !h-9"
          aria-pressed={said?.onH === 0}
          onclick={() => put(d.id, d.name, said?.onH === 0 ? undefined : 0)}>stayed off</button
        >
        <input
          class="in n !h-9 w-20"
          aria-label="Hours {d.name} ran"
          placeholder="as planned"
          autocomplete="off"
          value={said && said.onH > 0 ? `${trimNumber(said.onH)} h` : ''}
          onchange={(e) => hours(d.id, d.name, e.currentTarget.value)}
        />
        <!-- its room stays when it is mended: a button below must not move away from under a finger -->
        {#if problems[d.id] !== undefined}<p role="alert" class="min-h-4 w-full text-[0.75rem] text-stop">
            {problems[d.id]}
          </p>{/if}
      </div>
    {/each}
  </fieldset>
{/if}
