const sixty = (make: (i: number) => number | bigint): string =>
  Array.from({ length: 60 }, (_, i) => make(i)).join(', ');

/** A layer with a value of every type that there is, alone and in lists, and of each of the ways in which a list can be packed. */
export const typesLayer = `#usda 1.0
(
    customLayerData = { string a = "x\\ny \\"q\\" \\\\ z"
     int[] list = [1,2,3]
     dictionary in = { double d = 0.1
       token[] t = ["a", "b"]
       asset f = @a/b.png@
     }
    }
    endTimeCode = 24
    metersPerUnit = 0.01
    upAxis = "Z"
)
def Xform "Types" (
    kind = "component"
    customData = { bool yes = 1
      uchar u = 200
    }
    assetInfo = { string name = "n" }
    prepend apiSchemas = ["CollectionAPI:x"]
    active = true
    hidden = false
)
{
    custom bool b = true
    custom uchar uc = 7
    custom int i = -5
    custom uint ui = 4000000000
    custom int64 l = -9000000000
    custom int64 l2 = 12
    custom uint64 ul = 18000000000000000000
    custom half h = 0.1
    custom float f = 0.1
    custom float f2 = 3
    custom double d = 0.1
    custom double d2 = 0.5
    custom string s = "Größe \\t tab"
    custom token t = "tok"
    custom asset a = @dir/file.png@
    custom asset[] aa = [@x.png@, @y.png@]
    custom string[] sa = ["a", "b"]
    custom token[] ta = ["c"]
    custom bool[] ba = [0, 1, 1]
    custom uchar[] uca = [1, 2, 255]
    custom matrix2d m2 = ((1, 2), (3, 4))
    custom matrix3d m3 = ((1, 0, 0), (0, 2, 0), (0, 0, 3))
    custom matrix4d m4 = ((1, 0, 0, 0), (0, 1, 0, 0), (0, 0, 1, 0), (5, 6, 7.5, 1))
    custom matrix4d m4i = ((1, 0, 0, 0), (0, 1, 0, 0), (0, 0, 1, 0), (0, 0, 0, 1))
    custom quatd qd = (1, 0, 0.5, 0)
    custom quatf qf = (0.7071, 0, 0.1, 0)
    custom quath qh = (1, 0, 0, 0)
    custom double2 v2d = (0.1, 2)
    custom float2 v2f = (1, 2)
    custom float2 v2g = (1.5, 2)
    custom half2 v2h = (1.5, 0.1)
    custom int2 v2i = (1, 2)
    custom int2 v2j = (1000, 2)
    custom double3 v3d = (-1, 2, 3)
    custom float3 v3f = (-1, 2, 3)
    custom half3 v3h = (0.5, 2, 3)
    custom half3 v3k = (5, 2, 3)
    custom int3 v3i = (1, -2, 3)
    custom double4 v4d = (1, 2, 3, 4)
    custom float4 v4f = (1, 2, 3, 4.25)
    custom half4 v4h = (1, 2, 3, 4)
    custom int4 v4i = (1, 2, 3, -4)
    custom timecode tc = 3.5
    custom timecode tc2 = 3
    custom color3f col = (0.1, 0.2, 0.3)
    custom point3f[] pts = [(0, 0, 0), (1.1, 2.2, 3.3)]
    custom int[] many = [${sixty((i) => i * i)}]
    custom uint[] manyu = [${sixty((i) => (i * 70000000) % 4294967295)}]
    custom int64[] manyl = [${sixty((i) => i * 7000000000 - 9)}]
    custom float[] manyf = [${sixty((i) => i)}]
    custom float[] manyt = [${sixty((i) => (i % 3) / 10)}]
    custom float[] manyr = [${sixty((i) => Math.sin(i))}]
    custom double[] manyd = [${sixty((i) => (i % 3) / 10)}]
    custom half[] manyh = [${sixty((i) => (i % 3) / 10)}]
    custom half[] manyhi = [${sixty((i) => i)}]
    custom int[] empty = []
    custom double inf = inf
    custom float ninf = -inf
    custom double nan = nan
    custom int blocked = None
    float x.timeSamples = { 0: 1, 1: 2.5, 3: None }
    point3f[] y.timeSamples = { 0: [(1,2,3)], 1.5: [(4,5,6)] }
    double3 z = (1, 2, 3) (
        doc = "a doc"
        customData = { int k = 3 }
    )
    double3 z.timeSamples = { 1: (1, 2, 3), 2: (1, 2, 4) }
    uniform token o = "a" (allowedTokens = ["a", "b"])
    texCoord2f[] primvars:st = [(0, 0), (1, 0)] (
        interpolation = "vertex"
        elementSize = 2
    )
    rel r = </Types/child>
    rel r2 = [</Types/child>, </Types.f>]
    custom rel r3
    float c
    float c.connect = </Types.f>
    float c2.connect = [</Types.f>, </Types.f2>]
    token noValue
    def Scope "child" {
 def "deep" {
    }
 }
}
`;
