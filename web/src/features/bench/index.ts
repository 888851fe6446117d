export { Bench } from "./Screen";
