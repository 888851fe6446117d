/** A fluted drill: how every cutter stands in its hole that has no drawing of its own. */
import { type Standing, STEEL } from "./drawing";
import { Flutes } from "./Flutes";

export function PlainBody({ middle, radius, top, shoulder, tip }: Standing) {
  const [left, right] = [middle - radius, middle + radius];
  return (
    <g>
      <path d={`M${left} ${top} L${left} ${shoulder} L${middle} ${tip} L${right} ${shoulder} L${right} ${top} Z`} {...STEEL} />
      <Flutes left={left} right={right} top={top} bottom={shoulder} />
    </g>
  );
}
