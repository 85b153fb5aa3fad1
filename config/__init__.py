"""Django's settings and addresses."""

import os

# our products of matrices are small: a second thread of the library's costs more than it does
os.environ.setdefault("OPENBLAS_NUM_THREADS", "1")
