<script lang="ts">
  import { page } from '$app/state';
  import { resolve } from '$app/paths';
</script>

<main class="mx-auto max-w-xl p-8">
  <h1>This page cannot be shown</h1>
  <p class="mt-3 text-[0.875rem] text-ink2">{page.error?.message ?? 'It does not exist.'}</p>
  <a class="btn mt-4" href={resolve('/')}>Back to the shelf</a>
</main>
