/** Whether one is signed off for the machine at hand: it is told, and nobody is locked out. Silent where the shop signs nobody off. */
import { useQuery } from "@tanstack/react-query";

import { api } from "../api/client";

export const SIGNED = ["signed-off"];

export function NotSignedOff({ name }: { name: string | undefined }) {
  const found = useQuery({ queryKey: SIGNED, queryFn: api.signedOff, staleTime: 60_000, retry: false }).data;
  if (!name || !found?.used || found.machines.some((one) => one.name === name)) return null;
  return (
    <p className="no-print m-0 border-l-4 border-bronze pl-3 text-sm">
      <b>You are not signed off for {name}.</b> Let somebody who is show you, or stand by.
    </p>
  );
}
