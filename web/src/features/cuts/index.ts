export { Cuts as default } from "./Screen";
