document.getElementById("root")!.textContent = "…";
