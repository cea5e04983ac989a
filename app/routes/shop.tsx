import { Outlet } from "react-router";
import { ShopBar } from "../ui/ShopBar.tsx";

export default function Shop() {
  return (
    <>
      <ShopBar />
      <Outlet />
    </>
  );
}
