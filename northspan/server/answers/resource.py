"""The blueprint of a resource, whose part of the server's document is written when the document is first asked for."""

from collections.abc import Callable
from threading import Lock
from typing import Any

from flask_openapi3 import APIBlueprint, OpenAPI

from northspan.server.answers.models import Trouble

_WRITING = Lock()
_REFUSED = f"#/components/schemas/{Trouble.__name__}"


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


def with_shared_refusals(document: dict[str, Any]) -> dict[str, Any]:
    """The application's document with every refusal written once, and referred to by the operations that give it."""
    shared: dict[str, Any] = {}
    for operations in document["paths"].values():
        for operation in operations.values():
            for status, answer in operation.get("responses", {}).items():
                content = answer.get("content", {}).get("application/json", {})
                if content.get("schema", {}).get("$ref") == _REFUSED:
                    name = f"Refused{status}"
                    shared[name] = answer
                    operation["responses"][status] = {"$ref": f"#/components/responses/{name}"}
    document["components"]["responses"] = shared
    return document
