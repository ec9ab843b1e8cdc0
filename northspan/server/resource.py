"""The blueprint of a resource, whose part of the server's document is written when the document is first asked for."""

from collections.abc import Callable
from threading import Lock
from typing import Any

from flask_openapi3 import APIBlueprint, OpenAPI

_WRITING = Lock()


class Resource(APIBlueprint):
    """A blueprint that keeps what its views say of themselves: to write schemas of it all would take seconds of every
    start.
    """

    def __init__(self, *arguments: Any, **named: Any):
        super().__init__(*arguments, **named)
        self._said: list[tuple[str, Callable[..., Any], dict[str, Any]]] = []

    def _collect_openapi_info(self, rule: str, func: Callable[..., Any], **said: Any) -> Any:
        self._said.append((rule, func, said))
        return super()._collect_openapi_info(rule, func, **{**said, "doc_ui": False})

    def describe(self, app: OpenAPI) -> None:
        """Write what the views say into the application's document."""
        with _WRITING:
            for rule, func, said in self._said:
                super()._collect_openapi_info(rule, func, **said)
            self._said.clear()
        app.paths.update(self.paths)
        app.components_schemas.update(self.components_schemas)
        app.tags += [tag for tag in self.tags if tag not in app.tags]
