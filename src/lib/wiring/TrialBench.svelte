<script lang="ts">
  import { faultChoices } from '@haversack/core/trials/choices';
  import { TrialCircuit } from '@haversack/core/trials/circuit';
  import type { Fault } from '@haversack/core/trials/reading';
  import { shortSources, usualSource } from '@haversack/core/trials/setting';
  import { chargingTogether, joinedPack } from '@haversack/core/trials/scenarios';
  import { trial } from '@haversack/core/trials/trial';
  import { fixed } from '@haversack/core/quantity/format';
  import { coldestAirC } from '@haversack/core/sun/season-air';
  import { useBox } from '$lib/client/use-box.ts';
  import Mark from '$lib/ui/Mark.svelte';

  /** One thing goes wrong: what happens, and what the meters would show. Nothing is changed in the design. */
  const open = useBox();
  const circuit = $derived(new TrialCircuit(open.plan.wiring));
  const sources = $derived.by(() => {
    const b = open.plan.bank;
    if (!b) return undefined;
    return { ...shortSources(b, coldestAirC(open.doc)), usual: usualSource(b, open.doc.outing.airC) };
  });
  type Kind = Fault['kind'] | 'joined' | 'charging';
  const KINDS: Record<Kind, string> = {
    short: 'a short',
    blown: 'a fuse is blown',
    open: 'a wire comes off',
    corroded: 'a joint corrodes',
    'dead-part': 'a switch, relay or port fails',
    stuck: 'a relay sticks',
    reversed: 'a lead is reversed',
    'shunt-bypassed': 'a return goes past the shunt',
    joined: 'packs are joined at different charge',
    charging: 'all that charges is there at once'
  };
  let kind = $state<Kind>('short');
  let place = $state('');
  const places = $derived(kind === 'joined' || kind === 'charging' ? [] : faultChoices(circuit, kind));
  const chosen = $derived(places.find((p) => p.id === place) ?? places[0]);
  /** Charge of the packs in percent, as typed. */
  let restPercent = $state(100);
  let lastPercent = $state(20);
  const outcome = $derived.by(() => {
    const b = open.plan.bank;
    if (!sources || !b) return undefined;
    if (kind === 'joined')
      return joinedPack(circuit, b, open.doc.outing.airC, { rest: restPercent / 100, last: lastPercent / 100 });
    if (kind === 'charging') return chargingTogether(circuit, b, sources.usual, open.plan.judge.sources);
    return chosen && trial(circuit, sources, chosen.fault);
  });
</script>

<section class="grid max-w-4xl gap-4 p-6 max-md:p-3" aria-label="Trials">
  <div class="flex flex-wrap items-center gap-3">
    <label class="flex items-center gap-2"
      >What if <select class="in" aria-label="What goes wrong" bind:value={kind}
        >{#each Object.entries(KINDS) as [k, word] (k)}<option value={k}>{word}</option>{/each}</select
      ></label
    >
    {#if kind === 'joined'}
      {#each [['The rest at', 'rest'], ['the last pack at', 'last']] as const as [word, key] (key)}<label
          class="flex items-center gap-2"
          >{word}
          <input
            class="in w-16"
            type="number"
            min="0"
            max="100"
            value={key === 'rest' ? restPercent : lastPercent}
            oninput={(e) => {
              const v = Math.min(100, Math.max(0, e.currentTarget.valueAsNumber || 0));
              if (key === 'rest') restPercent = v;
              else lastPercent = v;
            }}
          /> %</label
        >{/each}
    {:else if kind !== 'charging'}
      <label class="flex items-center gap-2"
        >where <select
          class="in max-w-72"
          aria-label="Where"
          value={chosen?.id ?? ''}
          onchange={(e) => (place = e.currentTarget.value)}
          >{#each places as p (p.id)}<option value={p.id}>{p.word}</option>{/each}</select
        ></label
      >
    {/if}
  </div>
  {#if !sources}<p>Choose a battery first.</p>
  {:else if !outcome}<p>
      {kind === 'joined'
        ? 'There is only one battery.'
        : kind === 'charging'
          ? 'Nothing that charges comes into this drawing: no inlet, no plug, no controller, no charger in the box.'
          : 'There is nothing of the kind in this circuit.'}
    </p>
  {:else}
    <div class="card" role="status">
      <h2 class="flex items-center gap-2"><Mark state={outcome.state} size={20} />{outcome.title}</h2>
      {#each outcome.say as s, nth (nth)}<p class="mt-1 text-[0.875rem]">{s}</p>{/each}
      <div class="mt-3 grid gap-x-8 md:grid-cols-2">
        <div>
          <div class="row">
            <span>The voltmeter shows</span><span class="val"
              ><span class="n">{fixed(outcome.panelV, 2)}</span><span class="u">V</span></span
            >
          </div>
          {#if outcome.meterA !== undefined}<div class="row">
              <span>The shunt meter shows</span><span class="val"
                ><span class="n">{fixed(outcome.meterA, 2)}</span><span class="u">A</span></span
              >
            </div>{/if}
        </div>
        <div>
          {#each outcome.plugs as p, nth (nth)}<div class="row">
              <span>{p.tag}</span><span class="val"
                ><span class="n">{fixed(p.volts, 2)}</span><span class="u">V</span></span
              >
            </div>{/each}
        </div>
      </div>
    </div>
    <p class="lab">
      {kind === 'joined'
        ? 'Nothing plugged in, the packs as typed.'
        : kind === 'charging'
          ? 'Nothing plugged in, battery 70 % full, charger at its limit, sun at its highest.'
          : 'Everything on and plugged in, battery 70 % full. After a short: once it has opened.'}
    </p>
  {/if}
</section>
