// Options of our commands: every one is named, an unknown one is refused with the list of real ones.

/** A wrong command line, with a sentence that says what would be right. */
export class OptionError extends Error {}

/**
 * @param {readonly string[]} args what was typed behind the command
 * @param {Record<string, { value?: string, what: string }>} known by name with dashes; `value` names what follows it
 * @param {{ most?: number, what?: string }} files how many plain words may stand there, and what they are
 * @returns {{ options: Record<string, string | true>, files: string[] }}
 * @throws OptionError
 */
export function readOptions(args, known, files = {}) {
  const list = Object.entries(known)
    .map(([name, k]) => `  ${k.value ? `${name} ${k.value}` : name}  ${k.what}`)
    .join('\n');
  const refuse = (sentence) => {
    throw new OptionError(`${sentence}\nThese options are there:\n${list}`);
  };
  /** @type {Record<string, string | true>} */
  const options = {};
  const words = [];
  for (let i = 0; i < args.length; i++) {
    const arg = args[i];
    if (!arg.startsWith('-')) {
      words.push(arg);
      if (words.length > (files.most ?? 0)) refuse(`'${arg}' was not expected here.`);
      continue;
    }
    const [name, ...rest] = arg.split('=');
    const option = known[name];
    if (!option) refuse(`'${name}' is no option of this command.`);
    if (!option.value) {
      if (rest.length) refuse(`'${name}' takes no value.`);
      options[name] = true;
      continue;
    }
    const value = rest.length ? rest.join('=') : args[++i];
    if (value === undefined || value === '' || (!rest.length && value.startsWith('--')))
      refuse(`'${name}' wants a ${option.value} behind it.`);
    options[name] = value;
  }
  return { options, files: words };
}
