export { AtMachine as default } from "./Screen";
