/** Day or night; the maker's choice is kept in the browser. */
class Theme {
  night = $state(document.documentElement.dataset.theme === "night");

  toggle() {
    this.night = !this.night;
    const name = this.night ? "night" : "day";
    document.documentElement.dataset.theme = name;
    localStorage.setItem("theme", name);
  }
}

export const theme = new Theme();
