export { ChartScreen as default } from "./Screen";
