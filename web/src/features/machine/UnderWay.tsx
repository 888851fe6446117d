/** What is under way at the machine, or was left there by another: gone on with from a plan's or part's own screen. */
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "wouter";

import { api } from "../../api/client";
import { kept, nameOf } from "./run";

export function UnderWay() {
  const [open] = useState(kept);
  const left = useQuery({ queryKey: ["hand-overs"], queryFn: api.handOvers, retry: false });
  const waiting = left.data?.filter((one) => one.taken_by === null) ?? [];
  if (open)
    return (
      <Link className="chip mr-2 justify-self-start font-semibold no-underline" to="/at-machine">
        Go on at the machine: {nameOf(open)}
      </Link>
    );
  const [first] = waiting;
  if (!first) return null;
  return (
    <Link className="chip mr-2 justify-self-start font-semibold no-underline" to="/at-machine">
      {waiting.length === 1 ? `Left at the machine by ${first.by}: ${first.name}` : `Left at the machine for another: ${waiting.length}`}
    </Link>
  );
}
