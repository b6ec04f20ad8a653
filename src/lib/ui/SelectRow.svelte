<script lang="ts" generics="V extends string">
  /** A line of an inspector or card: a word on the left, a choice on the right. */
  type Props = {
    word: string;
    value: V;
    choices: readonly (readonly [value: V, text: string])[];
    onchoose: (value: V, text: string) => void;
    /** Width class of the choice. */
    width?: string;
    label?: string;
  };
  let { word, value, choices, onchoose, width = 'max-w-44', label }: Props = $props();
</script>

<label class="row"
  ><span>{word}</span><select
    class="in {width} min-w-0"
    aria-label={label ?? word}
    {value}
    onchange={(e) => {
      const chosen = choices.find(([v]) => v === e.currentTarget.value);
      if (chosen) onchoose(chosen[0], chosen[1]);
    }}
    >{#each choices as [v, text] (v)}<option value={v}>{text}</option>{/each}</select
  ></label
>
