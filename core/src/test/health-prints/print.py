#!/usr/bin/env python3
"""Has Debian's tool for the health of drives print pages of ours, for HealthPrintsTest.

print.py TOOL, where TOOL is the path of that tool; needs gcc. drive.c stands between the tool and the
system and answers its commands from files, so that no drive is needed. Writes NAME.bin (the pages) and NAME.txt (what was printed,
without the lines that name the tool and the hour) to ../resources/health.
"""
import os
import struct
import subprocess
import sys
import tempfile

here = os.path.dirname(os.path.abspath(__file__))
out = os.path.join(here, '..', 'resources', 'health')
work = tempfile.mkdtemp()
shim = os.path.join(work, 'drive.so')
subprocess.run(['gcc', '-shared', '-fPIC', '-O1', '-o', shim, os.path.join(here, 'drive.c'), '-ldl'], check=True)


def keep(name, data):
    with open(os.path.join(work, name), 'wb') as file:
        file.write(data)


def show(name, family, pages):
    asked = ['-i', '-A'] + (['-l', 'devstat'] if family == 'sat' else [])
    print_out = subprocess.run(
        [sys.argv[1], '-d', family, *asked, '/dev/fake0'],
        env=dict(os.environ, LD_PRELOAD=shim, PAGES=work), capture_output=True, text=True).stdout
    lines = [l for l in print_out.splitlines()[3:] if not l.startswith(('Device is', 'Local Time'))]
    with open(os.path.join(out, name + '.txt'), 'w') as file:
        file.write('\n'.join(lines) + '\n')
    with open(os.path.join(out, name + '.bin'), 'wb') as file:
        file.write(pages)


def swapped(text, length):
    data = text.encode().ljust(length)
    return b''.join(data[i + 1:i + 2] + data[i:i + 1] for i in range(0, length, 2))


def summed(page):
    page[511] = 0
    page[511] = -sum(page) & 255
    return bytes(page)


def attributes(name, entries, statistics=None, spins=False):
    """entries: id, flags, current, worst, raw, threshold; statistics: hours, percent used."""
    identity = bytearray(512)
    identity[20:40], identity[46:54], identity[54:94] = (
        swapped('ZQ-4471-08', 20), swapped('1.0', 8), swapped('invented drive', 40))
    words = {49: 0x300, 53: 7, 60: 0xFFFF, 61: 0xFFF, 80: 0x1F0, 82: 0x346B, 83: 0x7D09, 84: 0x6163,
             85: 0x3469, 86: 0xBC01, 87: 0x6163, 217: 7200 if spins else 1}
    for word, value in words.items():
        struct.pack_into('<H', identity, 2 * word, value)
    struct.pack_into('<Q', identity, 200, 976773168)
    keep('identify', bytes(identity))
    page, limits = bytearray(512), bytearray(512)
    page[0] = limits[0] = 16
    for i, (id, flags, current, worst, raw, threshold) in enumerate(entries):
        at = 2 + 12 * i
        struct.pack_into('<BHBB', page, at, id, flags, current, worst)
        page[at + 5:at + 11] = raw.to_bytes(6, 'little')
        limits[at:at + 2] = bytes([id, threshold])
    page[367:371] = bytes([0x7B, 3, 0, 1])
    pages = summed(page) + summed(limits)
    keep('page', pages)
    logs, log = bytearray(512), bytearray(512 * 8)
    logs[0] = 1
    if statistics:
        logs[8] = 8
        log[8:12] = bytes([3, 0, 1, 7])
        for number in (0, 1, 7):
            struct.pack_into('<Q', log, 512 * number, number << 16 | 1)
        counts = 0xC0 << 56
        struct.pack_into('<QQ', log, 512 + 8, counts | 321, counts | statistics[0])
        struct.pack_into('<Q', log, 512 * 7 + 8, counts | statistics[1])
        pages += bytes(log[512:1024] + log[512 * 7:])
    keep('stat', bytes(log))
    keep('logs', bytes(logs))
    show(name, 'sat', pages)


def page(name, warnings, kelvin, spare, threshold, used, *counters):
    """counters: cycles, hours, unsafe shutdowns, media errors, error entries."""
    identity = bytearray(4096)
    identity[4:24], identity[24:64], identity[64:72] = (
        b'NQ-7713-44'.ljust(20), b'invented card'.ljust(40), b'1.0'.ljust(8))
    struct.pack_into('<H', identity, 78, 1)
    struct.pack_into('<I', identity, 80, 0x10400)
    struct.pack_into('<I', identity, 516, 1)
    keep('identify', bytes(identity))
    log = bytearray(512)
    struct.pack_into('<BHBBB', log, 0, warnings, kelvin, spare, threshold, used)
    for at, value in zip((112, 128, 144, 160, 176), counters):
        log[at:at + 16] = value.to_bytes(16, 'little')
    keep('page', bytes(log))
    show(name, 'nvme,0xffffffff', bytes(log))


BASE = [(9, 0x32, 71, 71, 21344, 0), (12, 0x32, 98, 98, 1201, 0), (194, 0x22, 64, 40, 0x000E00300024, 0)]
attributes('plain', BASE)
attributes('statistics', BASE, (20111, 93))
attributes('statistics-worn', [(231, 0x33, 60, 60, 0, 10)] + BASE, (0, 255))
attributes('spins', [
    (1, 0xF, 118, 99, 0x0A0B0C0D, 6), (3, 3, 97, 97, 0, 0), (5, 0x33, 100, 100, 12, 10),
    (10, 0x13, 100, 100, 0, 51), (187, 0x32, 95, 95, 5, 0), (197, 0x12, 100, 100, 8, 0),
    (198, 0x10, 100, 100, 8, 0), (199, 0x3E, 200, 200, 3, 0)] + BASE, spins=True)
attributes('failing-now', [(5, 0x33, 9, 9, 4000, 10)] + BASE, spins=True)
attributes('warm', [(9, 0x32, 98, 98, 500, 0), (190, 0x22, 64, 50, 0x4B140048, 45)])
attributes('worn', [(9, 0x32, 98, 98, 500, 0), (177, 0x13, 1, 1, 0xFFFFFFFF, 0), (250, 0, 1, 1, 0, 255)])
page('card', 0, 314, 100, 10, 3, 400, 12408, 31, 0, 7)
page('card-worn', 0, 349, 14, 10, 104, 40, 900, 3, 0, 0)
page('card-errors', 0b1101, 300, 3, 10, 255, 1, 1, 0, 17, 99)
page('card-limits', 0, 0x1AA, 100, 100, 0, 2**40, 2**62, 2**64 + 5, 0, 2**63)
