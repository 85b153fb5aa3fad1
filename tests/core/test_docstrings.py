"""What is public in the core says what it answers, and half of its functions show it."""

from __future__ import annotations

import inspect
import pkgutil
from collections.abc import Iterator
from functools import cached_property
from importlib import import_module
from typing import Any

import core


def modules() -> list[Any]:
    return [import_module(one.name) for one in pkgutil.walk_packages(core.__path__, "core.")]


def functions() -> Iterator[tuple[str, Any]]:
    """Public functions of modules."""
    for module in modules():
        for name, one in vars(module).items():
            here = getattr(one, "__module__", None) == module.__name__
            plain = inspect.unwrap(one) if callable(one) and here else None
            if inspect.isfunction(plain) and not name.startswith("_"):
                yield f"{module.__name__}.{name}", plain


def methods() -> Iterator[tuple[str, type, str, Any]]:
    """Public methods and properties, where they are written."""
    for module in modules():
        for name, one in vars(module).items():
            if name.startswith("_") or not inspect.isclass(one):
                continue
            if one.__module__ != module.__name__:
                continue
            for own, found in vars(one).items():
                inner = (
                    found.fget
                    if isinstance(found, property)
                    else found.func
                    if isinstance(found, cached_property)
                    else found.__func__
                    if isinstance(found, classmethod | staticmethod)
                    else found
                )
                if inspect.isfunction(inner) and not own.startswith("_"):
                    yield f"{module.__name__}.{name}", one, own, inner


def test_every_public_function_says_what_it_answers() -> None:
    silent = [name for name, one in functions() if not one.__doc__]
    assert not silent, silent


def test_every_public_method_says_so_here_or_where_it_was_declared() -> None:
    silent = []
    for where, owner, name, one in methods():
        declared = (getattr(base, name, None) for base in owner.__mro__[1:])
        if not one.__doc__ and not any(getattr(base, "__doc__", None) for base in declared):
            silent.append(f"{where}.{name}")
    assert not silent, silent


def test_half_of_the_public_functions_show_what_they_do() -> None:
    found = list(functions())
    shown = [name for name, one in found if ">>>" in (one.__doc__ or "")]
    assert len(found) > 400
    assert len(shown) >= len(found) / 2, f"{len(shown)} of {len(found)}"
