import { configure } from "@testing-library/react";

// A wait ends with its condition, so patience costs nothing while all is well.
configure({ asyncUtilTimeout: 120_000 });
