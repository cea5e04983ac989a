/** What the browser keeps for times without a network, by the names that page and service worker share. */
export const PAGES = "zygodrome-pages";
export const DICTIONARIES = "zygodrome-dictionaries";
export const OFFLINE_PAGE = "/offline";
/** Its parameter: the page that was wanted. */
export const WANTED = "wanted";
