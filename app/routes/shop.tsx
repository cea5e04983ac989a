import { Outlet } from "react-router";
import { ShopBar } from "../components/ShopBar.tsx";

export default function Shop() {
  return (
    <>
      <ShopBar />
      <Outlet />
    </>
  );
}
