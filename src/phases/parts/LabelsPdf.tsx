import { Document, Page, StyleSheet, Text, View } from "@react-pdf/renderer";
import type { PortLabel } from "@/core/plumbing/labels";
import { tagged, taggedPdf } from "../job/taggedPdf";

export interface LabelsInput {
  readonly jobName: string;
  readonly labels: readonly PortLabel[];
  readonly company: string;
  readonly paper: "A4" | "LETTER";
}

/** A label and the rim of the sheet, in points: three beside each other on either paper. */
const LABEL = { width: 180, height: 84, rim: 24 } as const;
const sheet = StyleSheet.create({
  page: { padding: LABEL.rim, fontFamily: "Next", fontSize: 9 },
  labels: { flexDirection: "row", flexWrap: "wrap" },
  label: {
    width: LABEL.width,
    height: LABEL.height,
    padding: 8,
    borderWidth: 0.5,
    borderColor: "#999",
    borderStyle: "dashed",
  },
  port: { fontSize: 15, fontWeight: 600 },
  small: { fontSize: 7.5, marginTop: 3 },
});

/** Labels for ports and what is joined to them, to be cut apart. PDF. */
export const labelsPdf = ({ jobName, labels, company, paper }: LabelsInput) =>
  taggedPdf(
    <Document title={`Labels, ${jobName}`} author={company} language="en">
      <Page size={paper} style={sheet.page}>
        <View {...tagged("L")} style={sheet.labels}>
          {labels.map((label) => (
            <View key={label.id} {...tagged("LI")} style={sheet.label} wrap={false}>
              <Text>{label.unit}</Text>
              <Text style={sheet.port}>{label.port}</Text>
              <Text>{label.joined}</Text>
              <Text style={sheet.small}>
                {label.on === "port" ? "at the port" : "on what comes to it"} · {jobName}
              </Text>
            </View>
          ))}
        </View>
      </Page>
    </Document>,
  );
