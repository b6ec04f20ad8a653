<script lang="ts">
  import { scrolls } from '$lib/ui/scrolls.ts';
  import { PAPER_KINDS, PAPER_WORDS, paperOf, type PaperKind } from '@haversack/core/bench/papers';
  import Download from '@lucide/svelte/icons/download';
  import Printer from '@lucide/svelte/icons/printer';
  import { resolve } from '$app/paths';
  import { page } from '$app/state';
  import type { LogRecord } from '@haversack/core/logbook/record';
  import { request } from '$lib/client/api.ts';
  import { useMarks } from '$lib/client/bench-marks.svelte.ts';
  import { ownBits } from '$lib/client/own-bits.svelte.ts';
  import { useBox } from '$lib/client/use-box.ts';
  import { today } from '$lib/client/today.ts';
  import { showView } from '$lib/client/views.ts';
  import InsideView from '$lib/draw/InsideView.svelte';

  /** Everything that is printed for this box, in one style; as PDF, too. */
  const open = useBox();
  const bench = useMarks();
  const bits = ownBits();
  /** The history of the passport: every kind of record, newest first. */
  let records = $state.raw<LogRecord[]>([]);
  $effect(() => {
    request<{ records: LogRecord[] }>('GET', `/api/boxes/${open.id}/logbook?limit=300`)
      .then((got) => (records = got.records))
      .catch(() => {});
  });
  const asked = $derived(page.url.searchParams.get('paper'));
  const kind = $derived<PaperKind>(PAPER_KINDS.find((k) => k === asked) ?? 'build');
  const sheet = $derived(
    paperOf(kind, {
      box: open.doc,
      boxId: open.id,
      plan: open.plan,
      marks: bench.marks,
      bits: bits.sets,
      records,
      day: today()
    })
  );
  const show = (next: PaperKind) => showView(open.id, 'bench', { view: 'papers', paper: next });
  const notSaved = $derived(open.save.kind !== 'saved');
</script>

<div class="grid gap-4 p-6 max-md:p-3">
  <div class="no-print flex flex-wrap items-center gap-2">
    <div class="seg" role="group" aria-label="Paper">
      {#each PAPER_KINDS as k (k)}<button type="button" aria-pressed={k === kind} onclick={() => show(k)}
          >{PAPER_WORDS[k].title}</button
        >{/each}
    </div>
    <span class="lab flex-1">{PAPER_WORDS[kind].what}</span>
    <button type="button" class="btn main" onclick={() => window.print()}><Printer size={15} />Print</button>
    {#each ['a4', 'letter'] as const as paper (paper)}<a
        class="btn"
        data-sveltekit-reload
        href={resolve(`/api/boxes/${open.id}/papers/${kind}.pdf?paper=${paper}`)}
        download><Download size={14} />PDF {paper === 'a4' ? 'A4' : 'Letter'}</a
      >{/each}
    {#if kind === 'passport'}<a
        class="btn"
        data-sveltekit-reload
        href={resolve(`/api/boxes/${open.id}/papers/passport.json`)}
        download><Download size={14} />JSON</a
      >{/if}
    {#if notSaved}<span class="lab" role="status">saving first …</span>{/if}
  </div>
  <p class="lab no-print flex flex-wrap items-center gap-2">
    <span>Labels for every port and both ends of every lead:</span>
    {#each ['a4', 'letter'] as const as paper (paper)}<a
        class="btn"
        data-sveltekit-reload
        href={resolve(`/api/boxes/${open.id}/labels?format=pdf&paper=${paper}`)}
        download><Download size={14} />Labels {paper === 'a4' ? 'A4' : 'Letter'}</a
      >{/each}
    <span>The drilling template lies under Ports, Holes.</span>
  </p>
  <article class="paper" aria-label={sheet.title}>
    <h1>{sheet.title}</h1>
    {#if kind === 'build' && open.plan.fit?.state === 'fits'}<div class="overflow-x-auto" use:scrolls>
        <InsideView fit={open.plan.fit} panel={open.plan.panel} view="plan" scale={1} />
      </div>{/if}
    {#each sheet.blocks as b, nth (nth)}
      {#if b.kind === 'heading'}<h2>{b.text}</h2>{:else if b.kind === 'text'}<p class:strong={b.strong}>
          {b.text}
        </p>{:else if b.kind === 'caution'}<p class="caution">{b.text}</p>{:else if b.kind === 'list'}<ul>
          {#each b.items as item, i (i)}<li>{item}</li>{/each}
        </ul>{:else}
        <div class="overflow-x-auto" use:scrolls>
          <table class="sheet">
            {#if b.head.some(Boolean)}<thead
                ><tr
                  >{#each b.head as h, i (i)}{#if h}<th class:num={b.figures?.includes(i)}>{h}</th>{:else}<td
                      ></td>{/if}{/each}</tr
                ></thead
              >{/if}
            <tbody
              >{#each b.rows as r, i (i)}<tr
                  >{#each r as cell, c (c)}<td class:num={b.figures?.includes(c)} class:n={b.figures?.includes(c)}
                      >{cell}</td
                    >{/each}</tr
                >{/each}</tbody
            >
          </table>
        </div>{/if}
    {/each}
  </article>
</div>

<style>
  .paper {
    max-width: 980px;
    padding: 24px;
    border: 1px solid var(--line2);
    border-radius: 6px;
    background: var(--raise);
  }
  .paper h2 {
    margin: 14px 0 4px;
  }
  .paper ul {
    list-style: disc;
    padding-left: 18px;
  }
  .strong {
    font-weight: 640;
  }
  .caution {
    margin: 4px 0;
    padding-left: 10px;
    border-left: 4px solid var(--caution);
    font-weight: 560;
  }
  @media print {
    .paper {
      border: 0;
      padding: 0;
      max-width: none;
    }
    .caution {
      border-left-color: #000;
    }
  }
</style>
