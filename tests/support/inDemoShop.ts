import { worksFor } from "#server/database/shopOfWork.ts";

worksFor("pellwick");
