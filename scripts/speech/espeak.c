/* Says a line with a voice of espeak-ng, and tells on stdout where each word begins and ends, in seconds. */
#include <espeak-ng/speak_lib.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>

static short *samples;
static int length, room, rate;
static double begins[400], ends[400];
static int words;

/* A pause, or the next word, ends a word. */
static void end_word(double at) {
  if (words > 0 && ends[words - 1] == 0) ends[words - 1] = at;
}

static int heard(short *wave, int count, espeak_EVENT *event) {
  if (wave && count > 0) {
    if (length + count > room) samples = realloc(samples, (room = 2 * (length + count)) * sizeof(short));
    memcpy(samples + length, wave, count * sizeof(short));
    length += count;
  }
  for (; event->type != espeakEVENT_LIST_TERMINATED; event++) {
    double at = event->audio_position / 1000.0;
    if (event->type == espeakEVENT_WORD && words < 400) {
      end_word(at);
      begins[words++] = at;
    } else if (event->type == espeakEVENT_PHONEME && event->id.string[0] == '_') end_word(at);
    else if (event->type == espeakEVENT_END) end_word(at);
  }
  return 0;
}

static void number(FILE *file, unsigned value, int bytes) {
  for (int i = 0; i < bytes; i++) fputc((value >> (8 * i)) & 255, file);
}

int main(int count, char **args) {
  if (count != 6) return 2;
  rate = espeak_Initialize(AUDIO_OUTPUT_SYNCHRONOUS, 0, 0, 1);
  espeak_SetVoiceByName(args[1]);
  espeak_SetParameter(espeakRATE, atoi(args[4]), 0);
  espeak_SetParameter(espeakPITCH, atoi(args[5]), 0);
  espeak_SetSynthCallback(heard);
  espeak_Synth(args[2], strlen(args[2]) + 1, 0, POS_CHARACTER, 0, espeakCHARS_UTF8, 0, 0);
  espeak_Synchronize();
  FILE *file = fopen(args[3], "wb");
  fputs("RIFF", file), number(file, 36 + 2 * length, 4), fputs("WAVEfmt ", file), number(file, 16, 4);
  number(file, 1, 2), number(file, 1, 2), number(file, rate, 4), number(file, 2 * rate, 4), number(file, 2, 2);
  number(file, 16, 2), fputs("data", file), number(file, 2 * length, 4), fwrite(samples, 2, length, file);
  fclose(file);
  printf("[");
  for (int i = 0; i < words; i++) printf("%s[%.3f,%.3f]", i ? "," : "", begins[i], ends[i] ? ends[i] : length / (double)rate);
  printf("]\n");
  return 0;
}
