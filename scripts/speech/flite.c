/* Says a line with a voice of flite, and tells on stdout where each word begins and ends, in seconds. */
#include <flite/flite.h>
#include <stdio.h>
#include <string.h>

cst_voice *register_cmu_us_awb(const char *);
cst_voice *register_cmu_us_rms(const char *);
cst_voice *register_cmu_us_slt(const char *);

static float end_of(const cst_item *segment) { return segment ? item_feat_float(segment, "end") : 0; }

int main(int count, char **args) {
  if (count != 4) return 2;
  flite_init();
  cst_voice *voice = strcmp(args[1], "awb") == 0   ? register_cmu_us_awb(0)
                     : strcmp(args[1], "rms") == 0 ? register_cmu_us_rms(0)
                                                   : register_cmu_us_slt(0);
  cst_utterance *line = flite_synth_text(args[2], voice);
  cst_wave_save_riff(utt_wave(line), args[3]);
  printf("[");
  const char *comma = "";
  for (cst_item *word = relation_head(utt_relation(line, "SylStructure")); word; word = item_next(word)) {
    cst_item *first = item_daughter(word) ? item_daughter(item_daughter(word)) : 0;
    if (!first) continue;
    cst_item *last = item_last_daughter(item_last_daughter(word));
    printf("%s[%.4f,%.4f]", comma, end_of(item_prev(item_as(first, "Segment"))), end_of(item_as(last, "Segment")));
    comma = ",";
  }
  printf("]\n");
  return 0;
}
