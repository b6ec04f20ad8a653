/** Keeps the screen on where the browser lets it: gloves do not wake a phone. @returns what lets it go again */
export function stayAwake(): () => void {
  let lock: WakeLockSentinel | undefined;
  let over = false;
  const ask = async (): Promise<void> => {
    if (over || document.visibilityState !== 'visible' || !('wakeLock' in navigator)) return;
    try {
      lock = await navigator.wakeLock.request('screen');
      if (over) await lock.release();
    } catch {
      // low battery or not allowed: it goes dark as usual
    }
  };
  const again = () => void ask();
  void ask();
  document.addEventListener('visibilitychange', again);
  return () => {
    over = true;
    document.removeEventListener('visibilitychange', again);
    void lock?.release().catch(() => {});
  };
}
