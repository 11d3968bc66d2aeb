import { Document, StyleSheet, Text, View } from "@react-pdf/renderer";
import type { JobState } from "@/core/job";
import { stamp } from "@/ui/time";
import { Heading, List, Sheet, styles, Table, Title, type PaperAbout } from "../job/paper";
import { tagged, taggedPdf } from "../job/taggedPdf";
import type { PartsTexts } from "./paper";

export interface PartsPdfInput extends PaperAbout {
  readonly job: JobState;
  readonly texts: PartsTexts;
}

const box = StyleSheet.create({ open: { width: 9, height: 9, borderWidth: 0.8, borderColor: "#000" } });
/** To be ticked by hand. */
const Box = () => <View {...tagged("Artifact")} style={box.open} />;

/** What to bring, to be ticked while the van is packed; how it is cut, and how joints are made. PDF. */
export const partsPdf = ({ job, texts, company, zone, paper, printed }: PartsPdfInput) =>
  taggedPdf(
    <Document title={`Parts, ${job.name}`} author={company} language="en">
      <Sheet job={job} zone={zone} paper={paper} fontSize={9.5} headDigits={12}>
        <Title>Parts</Title>
        <Text>
          {job.name}, {job.place}
        </Text>
        <Text style={styles.small}>
          {company} · printed {stamp(printed, zone)} · the unit&apos;s own manual wins over what stands here
        </Text>
        {texts.groups.map(({ title, rows }) => (
          <View key={title}>
            <Heading>{title}</Heading>
            <Table
              widths={["5%", "15%", "80%"]}
              rows={rows.map((r) => ({ key: r.id, cells: [<Box key="box" />, r.amount, r.what] }))}
            />
          </View>
        ))}
        {texts.cuts.map(({ pipe, lines }) => (
          <View key={pipe}>
            <Heading>Cut list, {pipe}</Heading>
            <List lines={lines} />
          </View>
        ))}
        {texts.joints.map(({ title, rows }) => (
          <View key={title}>
            <Heading>{title}</Heading>
            <Table widths={["35%", "65%"]} rows={rows.map((r) => ({ key: r.id, cells: [r.made, r.how] }))} />
          </View>
        ))}
      </Sheet>
    </Document>,
  );
