"""A headless Chromium with a viewport of an exact size, drawing WebGL in software."""

from __future__ import annotations

import shutil
from pathlib import Path

from selenium import webdriver
from selenium.webdriver.chrome.options import Options
from selenium.webdriver.chrome.service import Service

from tests.browser.element import Element

ARGUMENTS = (
    "--headless=new",
    "--no-sandbox",
    "--disable-quic",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
    "--use-angle=swiftshader",
    "--enable-unsafe-swiftshader",
    "--force-prefers-reduced-motion",
    "--hide-scrollbars",
)
# for tests, drawn without smoothing: the processor draws it all; and nothing beside that looks at
# every page (what language it is in, whether it is a trap), a twentieth of what a walk takes
ROUGH = (
    "--webgl-antialiasing-mode=none",
    "--disable-gpu-rasterization",
    "--disable-gpu-compositing",
    "--disable-extensions",
    "--disable-default-apps",
    "--disable-breakpad",
    "--disable-client-side-phishing-detection",
    "--disable-back-forward-cache",
    "--disable-field-trial-config",
    "--no-pings",
    "--disable-features=Translate,OptimizationHints,MediaRouter,SegmentationPlatform,Prerender2",
)


class Browser(webdriver.Chrome):
    """A Chromium whose elements are pressed and typed in as a hand does."""

    _web_element_cls = Element


def chrome(
    downloads: Path | None = None, width: int = 1280, height: int = 800, smooth: bool = False
) -> Browser:
    """A browser whose page area is exactly ``width`` by ``height``.

    Args:
        smooth: drawn with all its pixels and smooth edges, as for pictures to be shown; else with
            a quarter of them.
    """
    options = Options()
    options.binary_location = shutil.which("chromium") or "/usr/bin/chromium"
    for argument in (*ARGUMENTS, *(() if smooth else ROUGH)):
        options.add_argument(argument)
    options.set_capability("goog:loggingPrefs", {"browser": "ALL"})
    if downloads:
        options.add_experimental_option(
            "prefs",
            {"download.default_directory": str(downloads), "download.prompt_for_download": False},
        )
    driver = Browser(options, Service(shutil.which("chromedriver") or "/usr/bin/chromedriver"))
    driver.execute_cdp_cmd(
        "Emulation.setDeviceMetricsOverride",
        {
            "width": width,
            "height": height,
            "deviceScaleFactor": 1 if smooth else 0.5,
            "mobile": False,
        },
    )
    return driver
