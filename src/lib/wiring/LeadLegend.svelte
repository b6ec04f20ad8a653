<script lang="ts">
  /** How positives, returns and sense leads are told apart. */
  let { colours }: { colours: { positive: string; negative: string } } = $props();
</script>

<span class="lab mr-3 flex items-center gap-2"
  ><svg width="26" height="8" aria-hidden="true"><path d="M0 4H26" stroke={colours.positive} stroke-width="3" /></svg>+
  positive, full</span
>
<span class="lab mr-3 flex items-center gap-2"
  ><svg width="26" height="8" aria-hidden="true"
    ><path d="M0 4H26" stroke={colours.negative} stroke-width="5" /><path
      d="M0 4H26"
      stroke="var(--paper)"
      stroke-width="2.4"
    /></svg
  >− return, hollow</span
>
<span class="lab mr-3 flex items-center gap-2"
  ><svg width="26" height="8" aria-hidden="true"
    ><path d="M0 4H26" stroke="var(--sense)" stroke-width="1.5" stroke-dasharray="5 3" /></svg
  >sense</span
>
