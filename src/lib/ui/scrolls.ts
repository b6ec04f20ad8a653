/** What scrolls is reached by the keyboard, too; what does not is no stop on the way. */
export function scrolls(node: HTMLElement) {
  const look = (): void => {
    if (node.scrollWidth > node.clientWidth + 1 || node.scrollHeight > node.clientHeight + 1) node.tabIndex = 0;
    else node.removeAttribute('tabindex');
  };
  const watch = new ResizeObserver(look);
  watch.observe(node);
  if (node.firstElementChild) watch.observe(node.firstElementChild);
  look();
  return { destroy: () => watch.disconnect() };
}
