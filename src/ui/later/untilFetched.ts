/** Fetches a part of the page again each time a connection is there, until it has come. */
export async function untilFetched<T>(fetchIt: () => Promise<T>): Promise<T> {
  for (;;) {
    try {
      return await fetchIt();
    } catch {
      await new Promise((go) => {
        window.addEventListener("online", go, { once: true });
        setTimeout(go, 3000);
      });
    }
  }
}
