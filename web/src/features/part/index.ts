export { PartScreen as default } from "./Screen";
