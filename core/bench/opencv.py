"""Times OpenCV's C++ QR encoder on texts from standard input, one JSON object a line, for bench.php to compare with."""
import json
import sys
import time

import cv2

for line in sys.stdin:
    job = json.loads(line)
    params = cv2.QRCodeEncoder_Params()
    params.version = job["version"]
    params.correction_level = {"L": 0, "M": 1, "Q": 2, "H": 3}[job["level"]]
    params.mode = 4  # byte
    encoder = cv2.QRCodeEncoder_create(params)
    times = []
    for _ in range(job["rounds"]):
        start = time.perf_counter()
        encoder.encode(job["text"])
        times.append((time.perf_counter() - start) * 1000)
    print(json.dumps(sorted(times)[len(times) // 2]), flush=True)
