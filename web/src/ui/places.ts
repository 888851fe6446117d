/** Where a screen may put its own actions in the frame. */
export const ACTIONS = "screen-actions";
