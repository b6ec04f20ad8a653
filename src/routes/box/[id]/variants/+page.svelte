<script lang="ts">
  import { untrack } from 'svelte';
  import { useBox } from '$lib/client/use-box.ts';
  import { Variants } from '$lib/client/variants.svelte.ts';
  import { STAGE_VIEWS } from '$lib/client/stage-views.ts';
  import { askedView } from '$lib/client/views.ts';
  import EarlierView from '$lib/variants/EarlierView.svelte';
  import FamilyView from '$lib/variants/FamilyView.svelte';
  import VariantsView from '$lib/variants/VariantsView.svelte';
  import StageHead from '$lib/ui/StageHead.svelte';
  import ViewSwitch from '$lib/ui/ViewSwitch.svelte';

  const open = useBox();
  const variants = new Variants(open);
  const VIEWS = STAGE_VIEWS.variants;
  const view = $derived(askedView(VIEWS));
  // an undo may open the one before: what lies beside is read again once that is saved
  const openId = $derived(open.doc.variant.id);
  const saved = $derived(open.save.kind === 'saved');
  $effect(() => {
    void openId;
    if (saved) untrack(() => void variants.load());
  });
</script>

<svelte:head><title>Variants · {open.doc.name} · Haversack</title></svelte:head>

<StageHead title="Variants" lead={false}>
  <ViewSwitch stage="variants" views={VIEWS} {view} counts={{ side: variants.kept.length }} />
</StageHead>
<div class="page">
  {#if variants.problem && view === 'side'}<p class="mb-2 text-stop" role="alert">{variants.problem}</p>{/if}
  {#if view === 'side'}<VariantsView {variants} />
  {:else if view === 'earlier'}<EarlierView />
  {:else}<FamilyView {variants} />{/if}
</div>

<style>
  .page {
    padding: 16px 24px 24px;
  }
  @media (max-width: 699px) {
    .page {
      padding: 12px;
    }
  }
  @media print {
    @page {
      size: landscape;
    }
    .page {
      padding: 0;
    }
  }
</style>
