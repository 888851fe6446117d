export { Practice as default } from "./Screen";
