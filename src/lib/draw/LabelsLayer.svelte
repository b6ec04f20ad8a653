<script lang="ts">
  import { LINE_PX, type Labels } from '@haversack/core/draw/labels';

  /** Words of a drawing at their places, with their leaders. */
  type Props = { labels: Labels; colour?: (id: string) => string };
  let { labels, colour = () => 'var(--ink)' }: Props = $props();
</script>

<g pointer-events="none" data-labels>
  {#each labels.placed as l (l.id)}
    {#if l.leader}<path
        d="M{l.leader.x1} {l.leader.y1}L{l.leader.x2} {l.leader.y2}"
        stroke="var(--ink2)"
        stroke-width="0.8"
      />{/if}
    {#each l.lines as line, i (i)}<text
        class="halo"
        class:n={line.mono}
        transform={l.upright
          ? `translate(${l.box.x + l.box.w - 3} ${l.box.y + l.box.h / 2}) rotate(-90)`
          : `translate(${l.box.x + l.box.w / 2} ${l.box.y + LINE_PX * (i + 1) - 3})`}
        text-anchor="middle"
        font-weight={line.bold ? 640 : undefined}
        style:fill={line.mono ? 'var(--ink2)' : colour(l.id)}>{line.text}</text
      >{/each}
  {/each}
</g>
