export { Book as default } from "./Screen";
