/* Answers a drive's commands from files, so that a health tool prints pages of ours. */
#define _GNU_SOURCE
#include <dlfcn.h>
#include <fcntl.h>
#include <scsi/sg.h>
#include <stdarg.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include <sys/ioctl.h>
#include <linux/nvme_ioctl.h>

static int fake = -1;

static void fill(const char *name, long at, void *to, size_t len) {
  memset(to, 0, len);
  char path[512];
  snprintf(path, sizeof path, "%s/%s", getenv("PAGES"), name);
  FILE *f = fopen(path, "rb");
  if (!f) return;
  fseek(f, at, SEEK_SET);
  if (fread(to, 1, len, f) == 0) {}
  fclose(f);
}

static int opened(const char *path, int flags) {
  int (*real)(const char *, int, ...) = dlsym(RTLD_NEXT, "open");
  if (strncmp(path, "/dev/fake", 9) == 0) { fake = real("/dev/null", O_RDWR); return fake; }
  return real(path, flags, 0644);
}
int open(const char *path, int flags, ...) { return opened(path, flags); }
int open64(const char *path, int flags, ...) { return opened(path, flags); }
int __open64_2(const char *path, int flags) { return opened(path, flags); }
int __open_2(const char *path, int flags) { return opened(path, flags); }

int ioctl(int fd, unsigned long request, ...) {
  va_list list; va_start(list, request); void *arg = va_arg(list, void *); va_end(list);
  if (fd != fake) { int (*real)(int, unsigned long, ...) = dlsym(RTLD_NEXT, "ioctl"); return real(fd, request, arg); }
  if (request == NVME_IOCTL_ADMIN_CMD) {
    struct nvme_admin_cmd *c = arg;
    if (c->opcode == 6 && c->cdw10 == 1) fill("identify", 0, (void *)(unsigned long)c->addr, c->data_len);
    else if (c->opcode == 2 && (c->cdw10 & 255) == 2) fill("page", 0, (void *)(unsigned long)c->addr, c->data_len);
    else memset((void *)(unsigned long)c->addr, 0, c->data_len);
    return 0;
  }
  if (request == SG_IO) {
    sg_io_hdr_t *h = arg;
    unsigned char *c = h->cmdp;
    h->status = 0; h->host_status = 0; h->driver_status = 0; h->sb_len_wr = 0; h->resid = 0; h->info = 0; h->masked_status = 0;
    if (getenv("TRACE")) { for (int i = 0; i < h->cmd_len; i++) fprintf(stderr, "%02x ", c[i]); fprintf(stderr, "len %u\n", h->dxfer_len); }
    if (c[0] == 0x12) { memset(h->dxferp, 0, h->dxfer_len); unsigned char *d = h->dxferp; d[4] = 91; if (h->dxfer_len >= 36) memcpy(d + 8, "ATA     invented drive  1   ", 28); return 0; }
    int cmd, feat, low, mid;
    if (c[0] == 0x85) { cmd = c[14]; feat = c[4]; low = c[8]; mid = c[10]; }
    else if (c[0] == 0xa1) { cmd = c[9]; feat = c[3]; low = c[5]; mid = c[6]; }
    else { if (h->dxferp) memset(h->dxferp, 0, h->dxfer_len); return 0; }
    if (cmd == 0xec) fill("identify", 0, h->dxferp, h->dxfer_len);
    else if (cmd == 0xb0 && feat == 0xd0) fill("page", 0, h->dxferp, h->dxfer_len);
    else if (cmd == 0xb0 && feat == 0xd1) fill("page", 512, h->dxferp, h->dxfer_len);
    else if (cmd == 0xb0 && feat == 0xda) {
      h->status = 2; h->driver_status = 8; h->sb_len_wr = 22;
      unsigned char s[22] = {0x72, 1, 0, 0x1d, 0, 0, 0, 14, 9, 12, 0, 0, 0, 0, 0, 0, 0, 0x4f, 0, 0xc2, 0, 0x50};
      memcpy(h->sbp, s, 22);
    } else if ((cmd == 0x2f || (cmd == 0xb0 && feat == 0xd5)) && low == 0) fill("logs", 0, h->dxferp, h->dxfer_len);
    else if ((cmd == 0x2f || (cmd == 0xb0 && feat == 0xd5)) && low == 4) fill("stat", 512L * mid, h->dxferp, h->dxfer_len);
    else if (h->dxferp) memset(h->dxferp, 0, h->dxfer_len);
    return 0;
  }
  return -1;
}
