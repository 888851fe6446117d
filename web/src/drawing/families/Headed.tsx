/** A blade or a head on a holder or tube that is thinner than the hole. */
import { type Standing, STEEL } from "./drawing";

type Props = Standing & { /** Of the radius: the stem, the head's length, how far its point stands off the middle. */ stem: number; head: number; off: number };

export function Headed({ middle, radius, top, shoulder, tip, stem, head, off }: Props) {
  const [left, right] = [middle - radius, middle + radius];
  const begins = Math.max(shoulder - radius * head, top);
  return (
    <g>
      <rect x={middle - radius * stem} y={top} width={2 * radius * stem} height={Math.max(begins - top, 0)} {...STEEL} />
      <path d={`M${left} ${begins} L${left} ${shoulder} L${middle - radius * off} ${tip} L${right} ${shoulder} L${right} ${begins} Z`} {...STEEL} />
      <line x1={middle} x2={middle} y1={top} y2={tip} stroke="var(--ink)" opacity="0.5" />
    </g>
  );
}
