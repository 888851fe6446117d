/** What was asked of the server and is out of date since something was written. */
import type { QueryClient, QueryKey } from "@tanstack/react-query";

/** Ask again for everything under these keys (for everything there is where none is given).
 *
 * What is still on its way was read before the write: a first answer would be joined, not asked again, and stand as fresh for good,
 * so it is given up first. */
export async function askAgain(client: QueryClient, ...keys: QueryKey[]): Promise<void> {
  const filters = keys.length ? keys.map((queryKey) => ({ queryKey })) : [{}];
  await Promise.all(
    filters.map(async (filter) => {
      await client.cancelQueries(filter);
      await client.invalidateQueries(filter);
    }),
  );
}
