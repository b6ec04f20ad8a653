// one household, one machine: pages are drawn in the browser, the server only serves data
export const ssr = false;
