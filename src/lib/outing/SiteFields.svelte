<script lang="ts">
  import { fixed, temperatureText } from '@haversack/core/quantity/format';
  import { useBox } from '$lib/client/use-box.ts';
  import QuantityField from '$lib/ui/QuantityField.svelte';

  /** Place and day: dark and daylight, warmth through the day, sun for a panel. */
  const open = useBox();
  const outing = $derived(open.doc.outing);
  const site = $derived(outing.site);
  const unit = $derived(open.doc.preferences.temperatureUnit);
  const START = { latitudeDeg: 52, longitudeDeg: 0, utcOffsetH: 0 };
  const set = (what: string, key: 'latitudeDeg' | 'longitudeDeg' | 'utcOffsetH', value: number) =>
    site ? open.set(what, `outing/site/${key}`, value) : open.set(what, 'outing/site', { ...START, [key]: value });
</script>

<QuantityField
  label="Warmest"
  kind="temperature"
  width={44}
  unit="°{unit}"
  text={outing.warmestC === null ? '' : temperatureText(outing.warmestC, unit)}
  options={{ temperatureUnit: unit, min: -40, max: 60 }}
  onempty={() => open.set('As cold all day', 'outing/warmestC', null)}
  onvalue={(v) => open.set(`Warmest ${fixed(v, 0)} °C`, 'outing/warmestC', v)}
/>
<label class="flex items-center gap-2"
  ><span class="lab">Day</span><input
    class="in"
    type="date"
    value={outing.day ?? ''}
    onchange={(e) => open.set(`Day ${e.currentTarget.value || 'open'}`, 'outing/day', e.currentTarget.value || null)}
  /></label
>
<QuantityField
  label="Latitude"
  kind="number"
  width={52}
  unit="°N"
  text={site ? fixed(site.latitudeDeg, 1) : ''}
  options={{ min: -66, max: 66, units: { n: 1, '°n': 1, '°': 1, s: -1, '°s': -1 } }}
  onempty={() => open.set('Place open', 'outing/site', null)}
  onvalue={(v) => set(`Latitude ${fixed(v, 1)}`, 'latitudeDeg', v)}
/>
{#if site}
  <QuantityField
    label="Longitude"
    kind="number"
    width={52}
    unit="°E"
    text={fixed(site.longitudeDeg, 1)}
    options={{ min: -180, max: 180, units: { e: 1, '°e': 1, '°': 1, w: -1, '°w': -1 } }}
    onvalue={(v) => set(`Longitude ${fixed(v, 1)}`, 'longitudeDeg', v)}
  />
  <QuantityField
    label="Clock ahead of UTC"
    kind="number"
    width={40}
    unit="h"
    text={fixed(site.utcOffsetH, site.utcOffsetH % 1 ? 1 : 0)}
    options={{ min: -12, max: 14, units: { h: 1 } }}
    onvalue={(v) => set(`Clock UTC ${v >= 0 ? '+' : ''}${v} h`, 'utcOffsetH', v)}
  />
{/if}
