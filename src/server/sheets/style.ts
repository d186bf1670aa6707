import { StyleSheet } from '@react-pdf/renderer';

/** What every sheet that is printed has alike: page, head, parts, rows, foot. Black on white, A4 or Letter. */
export const sheetStyle = StyleSheet.create({
  page: { padding: 36, paddingBottom: 48, fontSize: 9.5, fontFamily: 'Helvetica' },
  head: { flexDirection: 'row', justifyContent: 'space-between', borderBottomWidth: 1.4, paddingBottom: 6 },
  title: { fontSize: 17, fontFamily: 'Helvetica-Bold' },
  bold: { fontFamily: 'Helvetica-Bold' },
  vehicle: { fontSize: 11, paddingVertical: 6 },
  part: { fontSize: 12, fontFamily: 'Helvetica-Bold', marginTop: 11, marginBottom: 3 },
  row: { flexDirection: 'row', borderBottomWidth: 0.5, borderBottomColor: '#777', paddingVertical: 3.5 },
  mono: { fontFamily: 'Courier' },
  soft: { color: '#333', fontSize: 8.5 },
  foot: {
    position: 'absolute',
    bottom: 22,
    left: 36,
    right: 36,
    fontSize: 8,
    borderTopWidth: 0.5,
    paddingTop: 4,
  },
});

/** Points of a millimetre: what is printed at true size is drawn with this. */
export const PT_MM = 72 / 25.4;
