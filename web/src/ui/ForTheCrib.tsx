/** Something to get, one tap from standing in the crib: its box there reads the same words. */
import { Link } from "wouter";

export function ForTheCrib({ words }: { words: string }) {
  return (
    <Link className="font-semibold text-blue" to={`/shop/crib?put=${encodeURIComponent(words)}`}>
      Put it into the crib
    </Link>
  );
}
