export { Match as default } from "./Screen";
