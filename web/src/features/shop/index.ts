export { Shop as default } from "./Screen";
