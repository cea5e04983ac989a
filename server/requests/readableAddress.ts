import type { RequestHandler } from "express";

/**
 * An address that cannot be decoded (a bare %, bytes that are no text) is taken by its letters: then it is a page that is not
 * there, like any other, and nobody further on prints it.
 */
export const readableAddress: RequestHandler = (request, _response, next) => {
  try {
    decodeURIComponent(request.path);
  } catch {
    const search = request.originalUrl.slice(request.path.length);
    request.url = request.originalUrl = request.path.replaceAll("%", "%25") + search;
  }
  next();
};
