"""The server's own document is valid, and what is in it answers as it says: cases from it, from a fixed seed."""

import unittest

import schemathesis
from hypothesis import HealthCheck, Phase, given
from openapi_spec_validator import validate
from schemathesis.checks import not_a_server_error
from schemathesis.specs.openapi.checks import (
    content_type_conformance,
    response_schema_conformance,
    status_code_conformance,
)

from tests import examples
from tests.server.harness import ServerTest

CHECKS = [not_a_server_error, status_code_conformance, content_type_conformance, response_schema_conformance]
bounded = examples(12, database=None, phases=[Phase.generate], suppress_health_check=list(HealthCheck))


class Document(ServerTest):
    with_demo = True

    def test_it_is_valid_and_says_every_success(self):
        document = self.client.get("/openapi.json").json
        validate(document)
        for path, operations in document["paths"].items():
            for method, operation in operations.items():
                fine = [r for status, r in operation["responses"].items() if status in ("200", "201")]
                self.assertEqual(len(fine), 1, (method, path))
                self.assertTrue(fine[0]["content"], (method, path))

    def test_everything_answers_as_it_says(self):
        app = self.client.application
        schema = schemathesis.openapi.from_wsgi("/openapi.json", app)
        tried = 0
        for found in schema.get_all_operations():
            operation = found.ok()
            tried += 1
            with self.subTest(operation=operation.label):

                @bounded
                @given(case=operation.as_strategy())
                def holds(case):
                    # What asks inside one process unpacks nothing.
                    case.call_and_validate(checks=CHECKS, headers={"Accept-Encoding": "identity"})

                holds()
        self.assertGreater(tried, 25)


if __name__ == "__main__":
    unittest.main()
