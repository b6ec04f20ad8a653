<script lang="ts">
  import Dialog from './Dialog.svelte';

  /** Asks before something that cannot be undone: `ask` gives true when it is wanted. */
  type Question = { title: string; text: string; yes: string; no?: string };
  let question = $state.raw<Question | undefined>();
  let answer: ((wanted: boolean) => void) | undefined;

  export function ask(next: Question): Promise<boolean> {
    answer?.(false);
    question = next;
    return new Promise((done) => (answer = done));
  }
  function say(wanted: boolean): void {
    question = undefined;
    answer?.(wanted);
    answer = undefined;
  }
</script>

<Dialog bind:open={() => question !== undefined, (shown) => shown || say(false)} title={question?.title ?? ''}>
  <p>{question?.text ?? ''}</p>
  {#snippet foot()}<button type="button" class="btn main" onclick={() => say(false)}
      >{question?.no ?? 'Leave it'}</button
    ><button type="button" class="btn danger" onclick={() => say(true)}>{question?.yes ?? ''}</button>{/snippet}
</Dialog>
